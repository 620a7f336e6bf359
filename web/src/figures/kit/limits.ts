import type { Check } from '../../api/types';

/** The smallest step worth showing of a checked value. */
export const resolutionOf = (check: Check): number =>
  ({
    length:
      Math.max(Math.abs(check.limit), Math.abs(check.value)) >= 100
        ? 1
        : Math.max(Math.abs(check.limit), Math.abs(check.value)) < 0.2 && check.name !== 'tilt'
          ? 0.001
          : 0.01,
    share: 0.01,
    force: 100,
    temperature: 1,
    seconds: 1,
    days: 1,
    torque: 0.1,
    angle: 0.1,
  })[check.dimension as string] ?? 0.1;

/** The range that shows a value, its whisker and its limits with room on both sides. */
export function limitDomain(checks: readonly Check[], also: readonly number[] = []) {
  const lead = checks[0]!;
  const same = checks.filter((c) => c.name === lead.name && Number.isFinite(c.limit));
  const low = same.find((c) => c.side === 'lower')?.limit;
  const high = same.find((c) => c.side === 'upper')?.limit;
  const shown = [lead.value - lead.uncertainty, lead.value + lead.uncertainty, ...also];
  if (low !== undefined) shown.push(low);
  if (high !== undefined) shown.push(high);
  if (low === undefined) shown.push(0);
  const [min, max] = [Math.min(...shown), Math.max(...shown)];
  const room = (max - min || 1) * 0.16;
  const domain: [number, number] = [low === undefined && min >= 0 ? 0 : min - room, max + room];
  return { domain, low, high };
}
