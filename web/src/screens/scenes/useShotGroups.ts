import { type Shot, rollup } from '@kavrell/core/scenes';
import { formatCount, formatMinutes } from '@kavrell/core/units';
import { useMemo } from 'react';
import { useProduction } from '../../app/production.tsx';
import type { Grouping } from '../../ui/column.ts';

/** By what shots can be grouped, and what is said of a group. */
export function useShotGroups(all: boolean) {
  const { rows } = useProduction();

  const groups = useMemo<Grouping<Shot>[]>(() => {
    const scenes = new Map(rows.scenes.map((s) => [s.id, s]));
    const people = new Map(rows.people.map((p) => [p.id, p.shortName]));
    const setups = new Map(rows.setups.map((s) => [s.id, `${s.code} ${s.name}`]));
    const places = new Map(rows.places.map((p) => [p.id, p.name]));
    const note = (list: Shot[]) => {
      const sums = rollup(list, rows.scenes);
      return [
        formatCount(sums.shots, 'shot'),
        formatMinutes(sums.minutes),
        sums.musts.length ? formatCount(sums.musts.length, 'must', 'musts') : '',
      ]
        .filter(Boolean)
        .join(' · ');
    };
    const by = (id: string, words: string, of: (s: Shot) => string): Grouping<Shot> => ({ id, words, of, note });
    const sceneOf = (s: Shot) => scenes.get(s.sceneId);
    return [
      ...(all ? [by('scene', 'scene', (s) => `${sceneOf(s)?.number ?? ''} ${sceneOf(s)?.title ?? ''}`.trim())] : []),
      by('setup', 'light', (s) => (s.setupId ? (setups.get(s.setupId) ?? '') : 'no light said')),
      ...(all ? [by('place', 'place', (s) => places.get(sceneOf(s)?.placeId ?? '') ?? 'no place chosen')] : []),
      by('priority', 'priority', (s) => s.priority),
      by('side', 'side', (s) => s.side || 'no side said'),
      by(
        'people',
        'people',
        (s) => s.personIds.flatMap((id) => people.get(id) ?? []).join(', ') || 'nobody: an insert that can wait',
      ),
      by('operator', 'who has it', (s) => (s.operatorId ? (people.get(s.operatorId) ?? '') : 'nobody’s yet')),
    ];
  }, [all, rows.scenes, rows.people, rows.setups, rows.places]);
  return groups;
}
