import type { DefaultLimit, HouseRule } from '../../api/types';

const width = 190;

/** A default as an open band, the shop's own rule as a full one beneath it, on one scale. */
export function RuleScale({ usual, rule }: { usual: DefaultLimit; rule: HouseRule | undefined }) {
  const given = [usual.low, usual.high, rule?.low, rule?.high].filter((v) => v != null);
  const most = Math.max(...given);
  const least = Math.min(0, ...given);
  const span = (most - least) * 1.25 || 1;
  const x = (value: number) => 2 + ((value - least) / span) * (width - 4);
  const band = (of: { low?: number | null; high?: number | null }) =>
    [x(of.low ?? least), x(of.high ?? least + span)] as const;
  const [from, to] = band(usual);
  return (
    <svg
      viewBox={`0 0 ${width} 40`}
      className="w-[190px] text-ink max-lg:hidden"
      aria-hidden="true"
      stroke="currentColor"
      strokeWidth="2"
      fill="none"
    >
      <path d={`M2 20H${width - 2}M${x(0)} 14V26`} strokeWidth="1" />
      <rect x={from} y="6" width={Math.max(2, to - from)} height="12" />
      {rule && (
        <rect
          x={band(rule)[0]}
          y="22"
          width={Math.max(2, band(rule)[1] - band(rule)[0])}
          height="12"
          fill="currentColor"
        />
      )}
    </svg>
  );
}
