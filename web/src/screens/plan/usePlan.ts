import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { api, Problem } from '../../api/client';
import type { ChangePlan } from '../../api/types';
import { useShop } from '../../bench/state/useBuild';
import { useSettings } from '../../entry/reader';

/** The plan as it stands: soon again while a search runs, otherwise now and then, since the now-line moves. */
export const usePlan = () =>
  useQuery({
    queryKey: ['plan'],
    queryFn: api.plan,
    refetchInterval: (query) => (query.state.data?.searching || !query.state.data?.plan ? 1_000 : 15_000),
  });

/** What is known of it, for who only wants to know what is next. */
export const useKeptPlan = () =>
  useQuery({ queryKey: ['plan', 'kept'], queryFn: api.planKept, refetchInterval: 30_000 });

/** Changes it, or says in words why not. */
export function useChangePlan() {
  const client = useQueryClient();
  const { me } = useSettings();
  const shop = useShop();
  const [said, setSaid] = useState<string[]>([]);
  const by =
    shop.data?.people.find((p) => p.id === me && p.role !== 'viewer')?.id ??
    shop.data?.people.find((p) => p.role !== 'viewer')?.id ??
    '';
  const change = async (what: Omit<ChangePlan, 'by'>): Promise<boolean> => {
    try {
      client.setQueryData(['plan'], await api.changePlan({ by, ...what }));
      setSaid([]);
      return true;
    } catch (error) {
      setSaid(
        error instanceof Problem && Object.keys(error.errors).length > 0
          ? Object.entries(error.errors).map(
              ([field, words]) => `${field.split('.').at(-1)} ${words.join(', ')}.`,
            )
          : [error instanceof Error ? error.message : 'It did not go through.'],
      );
      return false;
    }
  };
  return { change, said, by, forget: () => setSaid([]) };
}
