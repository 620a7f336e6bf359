import { keepPreviousData, useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { api, Problem } from '../../api/client';
import { get, set } from '../../api/keep';
import type { LimitSource, TypedValue } from '../../api/types';
import { knowKey, typed, useTypedOn } from '../../bench/state/typed';
import { useReader } from '../../entry/reader';
import { bareUnit, localMark } from '../../entry/units';

/** A sheet with what is typed on it and not kept yet; that stays on this tablet until it is kept or undone. */
export function useSheet(id: string) {
  const client = useQueryClient();
  const reader = useReader();
  const draftsAt = `sheet/${id}`;
  const { drafts } = useTypedOn(draftsAt);
  const [told, setTold] = useState<readonly TypedValue[] | null>(null);
  const [source, setSource] = useState<LimitSource>('manual');
  const [said, setSaid] = useState<Record<string, string[]>>({});
  const [meanwhile, setMeanwhile] = useState(false);
  useEffect(() => {
    let here = true;
    get<readonly TypedValue[]>(draftsAt).then(
      (kept) => here && setTold((now) => now ?? kept ?? []),
      () => here && setTold([]),
    );
    return () => {
      here = false;
    };
  }, [draftsAt]);
  const partsAt = `${draftsAt}/parts`;
  const [parts, setParts] = useState<readonly string[]>([]);
  useEffect(() => {
    let here = true;
    get<readonly string[]>(partsAt).then(
      (kept) => here && kept && setParts(kept),
      () => undefined,
    );
    return () => {
      here = false;
    };
  }, [partsAt]);
  const putParts = (next: readonly string[]) => {
    setParts(next);
    set(partsAt, next).catch(() => undefined);
  };
  // What was typed before each step, for undo.
  const [past, setPast] = useState<readonly (readonly TypedValue[])[]>([]);
  const put = (next: readonly TypedValue[], from: typeof past = [...past, told ?? []]) => {
    setPast(from);
    setTold(next);
    set(draftsAt, next).catch(() => undefined);
  };

  const sheet = useQuery({ queryKey: ['sheet', id], queryFn: () => api.sheet(id) });
  const asked = (values: readonly TypedValue[], needed: boolean) => ({
    queryKey: ['sheet', id, 'tried', values, parts, sheet.data?.version],
    queryFn: () => api.trySheet(id, { values: [...values], parts: [...parts] }),
    enabled: needed && sheet.data !== undefined,
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    gcTime: 60_000,
  });
  // What is told brings more to be known along: a bolt's place, a part's values.
  const settled = useQuery(asked(told ?? [], (told ?? []).length + parts.length > 0));
  const known = (told ?? []).length + parts.length > 0 ? (settled.data ?? sheet.data) : sheet.data;
  const all = new Map(known?.view.parts.flatMap((p) => p.values.map((v) => [v.path, v] as const)));
  const asTyped = (path: string, text: string, from: LimitSource = source): TypedValue => {
    const value = all.get(path);
    return {
      path,
      typed: text,
      unit: !value || value.words ? '' : bareUnit(value.dimension, reader.units),
      decimalMark: localMark(),
      source: from,
    };
  };
  // What is being typed is drawn with each key.
  const typing = Object.entries(drafts).flatMap(([key, text]) => {
    const path = key.slice(knowKey('').length);
    return text.trim() === '' || !all.has(path) ? [] : [asTyped(path, text)];
  });
  const values = [...(told ?? []), ...typing];
  const typingNow = useQuery(asked(values, typing.length > 0));
  const tried = typing.length > 0 ? typingNow : settled;
  const now = typing.length > 0 ? (typingNow.data ?? known) : known;

  const last = (path: string) => (told ?? []).findLast((t) => t.path === path);
  const wrongAt = (path: string): string | undefined =>
    said[path]?.join(' ') ?? (last(path) ? (tried.data?.wrong[path] ?? undefined) : undefined);

  // What was understood leaves its box for the sheet; what can't be read stays in it.
  const wrong = tried.data?.wrong;
  useEffect(() => {
    if (!wrong || tried.isPlaceholderData) return;
    for (const value of told ?? [])
      if (!(value.path in wrong) && typed.at(draftsAt, knowKey(value.path)) === value.typed)
        typed.draft(draftsAt, knowKey(value.path), null);
  }, [wrong, told, draftsAt, tried.isPlaceholderData]);

  return {
    sheet,
    now,
    told: told ?? [],
    /** Parts that the engine is said to have besides, not kept yet. */
    parts,
    addPart: (part: string) => putParts([...parts.filter((p) => p !== part), part]),
    /** Leaves a part out again, with what was typed of it. */
    dropPart: (part: string) => {
      putParts(parts.filter((p) => p !== part));
      put((told ?? []).filter((t) => !t.path.startsWith(`${part}/`)));
    },
    source,
    setSource,
    said,
    meanwhile,
    wrongAt,
    draftsAt,
    /** Along takes the place of what was just told of the same value: a handle that is drawn about is undone at once. */
    tell: (path: string, text: string, along = false, from: LimitSource = source) => {
      setSaid({});
      if (last(path)?.typed === text && last(path)?.source === from) return;
      const before = told ?? [];
      const rest = along && before[before.length - 1]?.path === path ? before.slice(0, -1) : before;
      put([...rest, asTyped(path, text, from)], rest === before ? undefined : past);
    },
    /** Several at once, in place of what was told of each before. */
    tellAll: (all: readonly (readonly [path: string, text: string])[]) => {
      setSaid({});
      const paths = new Set(all.map(([path]) => path));
      put([
        ...(told ?? []).filter((t) => !paths.has(t.path)),
        ...all.map(([path, text]) => asTyped(path, text)),
      ]);
    },
    undo: () => {
      if (!told || told.length === 0) return;
      const before = past[past.length - 1] ?? told.slice(0, -1);
      for (const { path } of told)
        if (!before.some((t) => t.path === path)) typed.draft(draftsAt, knowKey(path), null);
      put(before, past.slice(0, -1));
      setSaid({});
    },
    keep: async (by: string, because: string): Promise<boolean> => {
      const version = sheet.data?.version ?? 0;
      try {
        const kept = await api.keepSheet(id, {
          by,
          version,
          because,
          values: [...(told ?? [])],
          parts: [...parts],
        });
        put([], []);
        putParts([]);
        client.setQueryData(['sheet', id], kept);
        await client.invalidateQueries({ queryKey: ['sheets'] });
        setSaid({});
        setMeanwhile(false);
        return true;
      } catch (error) {
        if (error instanceof Problem && error.status === 409) {
          setMeanwhile(true);
          await sheet.refetch();
        }
        setSaid(
          error instanceof Problem && Object.keys(error.errors).length > 0
            ? error.errors
            : { '': [error instanceof Error ? error.message : 'It did not go through.'] },
        );
        return false;
      }
    },
  };
}

export type Sheet = ReturnType<typeof useSheet>;
