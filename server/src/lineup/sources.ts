import { lineClips, type LineClip, type LineSources } from '@kavrell/core/dayline';
import type { ProductionRows } from '@kavrell/core/productions';
import { foldTakes } from '@kavrell/core/roll';
import { mediaFolder } from '../copies/paths.ts';
import { copiesHere, type CopyHere } from '../copies/look.ts';
import type { Context } from '../platform/context.ts';
import { HttpProblem } from '../platform/problems.ts';

/** What the line is worked out from, out of the rows of a production. */
export const lineSourcesOf = (rows: ProductionRows): LineSources => ({ ...rows, takes: foldTakes(rows.takeEvents) });

/** The clips of a day, in the order of lanes. */
export const clipsOf = (rows: ProductionRows, dayId: string): LineClip[] =>
  lineClips(lineSourcesOf(rows)).clips.filter((c) => c.dayId === dayId);

/** Where a clip can be read now, and under which name what was read is kept: that of its content where a verified copy says it. */
export interface ClipHere {
  file: string;
  key: string;
}

/** Finds clips on drives that are plugged in here; from their cards only when that is asked for. Looks each card up once. */
export class ClipFiles {
  private readonly copies = new Map<string, readonly CopyHere[]>();
  private readonly folders = new Map<string, string | null>();
  private readonly context: Context;
  constructor(context: Context) {
    this.context = context;
  }

  async find({ clip, card }: LineClip, fromCards: boolean): Promise<ClipHere | null> {
    let own = this.copies.get(card.id);
    if (!own) this.copies.set(card.id, (own = await copiesHere(this.context, card.id)));
    const copy = own.find((c) => c.path === clip.path && c.sizeBytes === clip.sizeBytes);
    if (copy) return { file: copy.file, key: `${copy.hash ?? clip.id}-${clip.sizeBytes}` };
    if (!fromCards || card.station !== '') return null;
    const folder = await this.folderOf(card.id, card.path);
    return folder === null ? null : { file: `${folder}/${clip.path}`, key: `${clip.id}-${clip.sizeBytes}` };
  }

  private async folderOf(cardId: string, cardPath: string): Promise<string | null> {
    const known = this.folders.get(cardId);
    if (known !== undefined) return known;
    const folder = await mediaFolder(this.context, cardPath).catch((error: unknown) => {
      if (error instanceof HttpProblem) return null;
      throw error;
    });
    this.folders.set(cardId, folder);
    return folder;
  }
}
