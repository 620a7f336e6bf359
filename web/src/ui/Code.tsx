import qrcode from 'qrcode-generator';

/** A square code that a camera reads: an address of this app. */
export function Code({ text, size, label }: { text: string; size: number; label: string }) {
  const code = qrcode(0, 'M');
  code.addData(text);
  code.make();
  const n = code.getModuleCount();
  const dark = Array.from({ length: n * n }, (_, i) => i).filter((i) =>
    code.isDark(Math.floor(i / n), i % n),
  );
  return (
    <svg
      viewBox={`-4 -4 ${n + 8} ${n + 8}`}
      width={size}
      height={size}
      role="img"
      aria-label={label}
      // Printed or on a dim screen, a camera wants dark on white.
      className="bg-white"
      shapeRendering="crispEdges"
    >
      <path fill="#000" d={dark.map((i) => `M${i % n} ${Math.floor(i / n)}h1v1h-1z`).join('')} />
    </svg>
  );
}
