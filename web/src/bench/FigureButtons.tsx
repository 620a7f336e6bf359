import { api } from '../api/client';
import type { Scene } from '../figures/scene';

/** What the figure itself can do: be turned to how the engine hangs, be taken away as a drawing. */
export function FigureButtons({
  scene,
  upDeg,
  turned,
  onTurn,
}: {
  scene: Scene;
  upDeg: number | null | undefined;
  turned: boolean;
  onTurn: () => void;
}) {
  const { drawings } = scene;
  const turns = scene.turns && upDeg != null && upDeg !== 0;
  if (!turns && !drawings) return null;
  const look = 'min-h-11 border-2 border-structure bg-field-deep px-3 text-base font-semibold text-line';
  const save = async (kind: 'svg' | 'dxf') => {
    const link = document.createElement('a');
    link.href = URL.createObjectURL(await api.plate(kind, drawings!.request));
    link.download = `${drawings!.name}.${kind}`;
    link.click();
    URL.revokeObjectURL(link.href);
  };
  return (
    <div className="absolute top-2 right-2 flex gap-2 max-lg:static max-lg:p-3">
      {turns && (
        <button type="button" className={look} aria-pressed={turned} title="Alt+V" onClick={onTurn}>
          {turned ? 'Turn 12 to the top' : 'Turn to how it hangs'}
        </button>
      )}
      {drawings && (
        <>
          <button type="button" className={look} onClick={() => void save('svg')}>
            Drawing, SVG
          </button>
          <button type="button" className={look} onClick={() => void save('dxf')}>
            Drawing, DXF
          </button>
        </>
      )}
    </div>
  );
}
