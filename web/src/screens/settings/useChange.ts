import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { api, Problem } from '../../api/client';
import type { ChangeSettings } from '../../api/types';
import { useShop } from '../../bench/state/useBuild';
import { useSettings } from '../../entry/reader';

/** Changes a setting of the shop, or says by the field why not; what was typed stays with whoever typed it. */
export function useChange() {
  const client = useQueryClient();
  const { me } = useSettings();
  const shop = useShop();
  const [said, setSaid] = useState<Record<string, string[]>>({});
  const by = shop.data?.people.find((p) => p.id === me)?.id ?? shop.data?.people[0]?.id ?? '';
  const change = async (what: Partial<ChangeSettings>): Promise<boolean> => {
    try {
      client.setQueryData(['settings'], await api.changeSettings({ by, ...what } as ChangeSettings));
      await client.invalidateQueries({ queryKey: ['shop'] });
      await client.invalidateQueries({ queryKey: ['card'] });
      setSaid({});
      return true;
    } catch (error) {
      setSaid(
        error instanceof Problem && Object.keys(error.errors).length > 0
          ? error.errors
          : { '': [error instanceof Error ? error.message : 'It did not go through.'] },
      );
      return false;
    }
  };
  return { change, said, forget: () => setSaid({}) };
}
