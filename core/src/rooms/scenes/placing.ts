import { positionAfter } from '../../base/records/index.ts';
import type { Scene, Shot } from './model.ts';
import { insertedCode, nextShotCode, type NumberSchool } from './numbering.ts';

/**
 * Number and position of a new shot of a scene: at its end, or right after one of its shots; there a number that is on
 * paper already (`frozen`) is followed by a digit.
 */
export function placeShot(
  scene: Pick<Scene, 'id' | 'number'>,
  shots: readonly Shot[],
  options: { afterId: string | null; frozen: ReadonlySet<string>; school: NumberSchool },
): { code: string; position: number } {
  const codes = shots.map((s) => s.code);
  const own = shots.filter((s) => s.sceneId === scene.id).sort((a, b) => a.position - b.position);
  const at = own.findIndex((s) => s.id === options.afterId);
  const anchor = own[at];
  const next = own[at + 1];
  return {
    code:
      anchor && options.frozen.has(anchor.code)
        ? insertedCode(anchor.code, codes)
        : nextShotCode(scene.number, codes, options.school),
    position: anchor && next ? (anchor.position + next.position) / 2 : positionAfter(own),
  };
}
