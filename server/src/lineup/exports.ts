import type { LineExport } from '@kavrell/contract';
import { programCuts } from '@kavrell/core/cover';
import {
  conformCut,
  dayLine,
  exportFiles,
  liveCutFiles,
  takeCode,
  type DayLine,
  type ExportSources,
  type LineScope,
} from '@kavrell/core/dayline';
import type { Day } from '@kavrell/core/day';
import { takenOn } from '@kavrell/core/holds';
import type { ExportFile } from '@kavrell/core/lineup';
import type { ProductionRows } from '@kavrell/core/productions';
import type { Context } from '../platform/context.ts';
import { lineSourcesOf } from './sources.ts';
import { soundsOf } from './store.ts';

/** The line of a day, with what its exports need. */
export async function lineOf(
  context: Context,
  rows: ProductionRows,
  day: Day,
): Promise<{ line: DayLine; sources: ExportSources }> {
  const sounds = new Map((await soundsOf(context, rows.production.id)).map((x) => [x.clipId, x]));
  return {
    line: dayLine({ ...lineSourcesOf(rows), sounds }, day.id),
    sources: {
      ...{ title: rows.production.title, rate: rows.production.rate, zone: day.timeZone },
      ...{ shots: rows.shots, scenes: rows.scenes },
      sounds,
    },
  };
}

/** A line as files: of one kind and scope, or everything of a day in folders. */
export function lineFiles(
  { line, sources }: { line: DayLine; sources: ExportSources },
  kind: LineExport,
  scope: LineScope,
): ExportFile[] {
  if (kind !== 'all') return exportFiles(line, sources, scope, kind);
  const day = (['otio', 'edl', 'csv', 'json'] as const).flatMap((k) => exportFiles(line, sources, { of: 'day' }, k));
  const takes = new Map(line.placed.flatMap((c) => (c.take ? [[c.take.id, c.take] as const] : [])));
  const used = new Set<string>();
  const own = [...takes.values()].flatMap((take) =>
    exportFiles(line, sources, { of: 'take', takeId: take.id }, 'otio').map((f) => {
      // Two takes of one code (shot again on another day, numbered by hand) keep both.
      let name = `takes/${takeCode(take, sources)}.otio`;
      for (let n = 2; used.has(name); n += 1) name = `takes/${takeCode(take, sources)} (${n}).otio`;
      used.add(name);
      return { ...f, name };
    }),
  );
  return [...day, ...own];
}

/** The live cut of a day conformed to what its cameras recorded; nothing where nothing was on air. */
export function liveCutOf(
  { line, sources }: { line: DayLine; sources: ExportSources },
  rows: ProductionRows,
  day: Day,
) {
  const cuts = programCuts(takenOn(rows.logEntries, day.id));
  const delayOf = (cameraId: string) =>
    rows.links.find((l) => l.kind === 'picture' && l.cameraId === cameraId && !l.wired)?.delayMs ?? 0;
  return cuts.length === 0 ? [] : liveCutFiles(conformCut(cuts, line.placed, delayOf), sources);
}
