import { useQuery } from '@tanstack/react-query';
import { api } from '../api/client';
import type { ToolOut } from '../api/types';
import { clockText } from '../bench/call/clock';

/** What is out of the crib, by the tool. */
export function useToolsOut(wanted = true): ReadonlyMap<string, ToolOut> {
  const out = useQuery({ queryKey: ['tools-out'], queryFn: api.toolsOut, enabled: wanted });
  return new Map((out.data ?? []).map((t) => [t.taken.tool, t]));
}

/** Where a tool is that is out, and since when. */
export const outText = ({ number, stand, taken }: ToolOut): string =>
  `out at ${number}${stand == null ? '' : `, stand ${stand}`} since ${clockText(taken.since)}, ${taken.by.name}`;
