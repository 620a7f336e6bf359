/** The hatch of cut metal, of the forbidden side, and of what is wrong. */
export function Hatches() {
  return (
    <defs>
      <pattern id="cut" width="9" height="9" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <path d="M0 0V9" stroke="var(--color-structure)" strokeWidth="1.2" />
      </pattern>
      <pattern
        id="cut-back"
        width="9"
        height="9"
        patternUnits="userSpaceOnUse"
        patternTransform="rotate(-45)"
      >
        <path d="M0 0V9" stroke="var(--color-structure)" strokeWidth="1.2" />
      </pattern>
      <pattern
        id="forbidden"
        width="8"
        height="8"
        patternUnits="userSpaceOnUse"
        patternTransform="rotate(45)"
      >
        <path d="M0 0V8" stroke="var(--color-line)" strokeWidth="1.4" />
      </pattern>
    </defs>
  );
}
