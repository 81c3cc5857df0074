import path from 'node:path';
import type { Card } from '@kavrell/core/copies';
import { listSource } from '@kavrell/copies';
import type { Context } from '../platform/context.ts';
import { newId } from '../platform/ids.ts';
import { productionOf } from '../productions/index.ts';
import { readFacts } from './metadata.ts';
import { mediaFolder } from './paths.ts';

/** Lists what is on a card's folder into `clips`: new files are read for timecode, known ones of equal size are left. */
export async function scanCard(context: Context, cardId: string): Promise<void> {
  const { models } = context;
  const card = (await models.cards.findOne({
    where: { id: cardId, deletedAt: null },
    raw: true,
  })) as unknown as Card | null;
  if (!card) return;
  const production = await productionOf(context, card.productionId);
  const root = await mediaFolder(context, card.path, true);
  const { files } = await listSource(root);
  const known = (await models.clips.findAll({ where: { cardId }, raw: true })) as unknown as {
    id: string;
    path: string;
    sizeBytes: number;
  }[];
  const byPath = new Map(known.map((c) => [c.path, c]));
  const fresh = files.filter((f) => byPath.get(f.path)?.sizeBytes !== f.sizeBytes);
  for (const file of fresh) {
    const facts = await readFacts(path.join(root, file.path), production.rate);
    const row = {
      productionId: card.productionId,
      cardId,
      name: path.basename(file.path),
      path: file.path,
      sizeBytes: file.sizeBytes,
      ...facts,
    };
    const before = byPath.get(file.path);
    if (before) await models.clips.update(row, { where: { id: before.id } });
    else await models.clips.create({ id: newId(), version: 1, ...row });
  }
}
