import { nextShotCode, SHOT_DEFAULTS } from '@kavrell/core/scenes';
import type { CoverMend } from '@kavrell/core/holds';
import { positionAfter } from '@kavrell/core/records';
import type { ProductionRows } from '@kavrell/core/productions';
import { newId } from '../../platform/id.ts';
import { change, type Op } from '../../platform/rows.ts';

/** Does what a mend says, undone like any change: one more shot, one more camera on a shot, one more line of the patch, or a scratch that counts. */
export function takeMend(rows: Pick<ProductionRows, 'production' | 'shots' | 'soundRoutes'>, mend: CoverMend): void {
  void change(rows.production.id, mend.words, [opOf(rows, mend)]);
}

function opOf(rows: Pick<ProductionRows, 'production' | 'shots' | 'soundRoutes'>, { act, words }: CoverMend): Op {
  if (act.kind === 'duty') return { op: 'update', table: 'soundRoutes', row: act.route, values: { duty: 'backup' } };
  if (act.kind === 'camera')
    return {
      ...{ op: 'update', table: 'shots', row: act.shot },
      values: { cameras: [...act.shot.cameras, act.letter].sort() },
    };
  if (act.kind === 'route')
    return {
      ...{ op: 'insert', table: 'soundRoutes', id: newId() },
      values: {
        ...{ sourceId: act.sourceId, boxId: act.boxId, socketName: act.socketName, channel: act.channel },
        ...{ linkId: null, duty: 'backup', phantom: false, levelDb: -20, check: '', checkedBy: '', checkedAtMs: null },
        position: positionAfter(rows.soundRoutes),
      },
    };
  const codes = rows.shots.map((s) => s.code);
  return {
    ...{ op: 'insert', table: 'shots', id: newId() },
    values: {
      ...SHOT_DEFAULTS,
      ...{
        sceneId: act.scene.id,
        code: nextShotCode(act.scene.number, codes, rows.production.shotNumbers),
        position: positionAfter(rows.shots),
      },
      ...{ description: words, cameras: [act.letter], size: act.size, faceNeeded: act.faceNeeded },
      ...{ priority: 'must', happensOnce: true, takesPlanned: 1, rehearseMin: 0, resetMin: 0, turnMin: 0 },
      reason: 'So that one failure does not lose it',
    },
  };
}
