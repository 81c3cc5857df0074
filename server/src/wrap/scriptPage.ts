import type { ProductionRows } from '@kavrell/core/productions';
import { foldTakes } from '@kavrell/core/roll';
import { STATE_WORDS, VERDICT_WORDS } from '@kavrell/core/wrap';
import { shotStates } from '@kavrell/core/roll';
import { esc, plainPage, said } from '../platform/documents/plainPage.ts';

/** The script scene by scene, and beside each what was had of it: shots, takes, verdicts. */
export function scriptPage(rows: ProductionRows): string {
  const takes = foldTakes(rows.takeEvents);
  const states = shotStates(rows.shots, takes);
  const scenes = rows.scenes.map((scene) => {
    const shots = rows.shots.filter((s) => s.sceneId === scene.id);
    const lines = shots.map((s) => {
      const own = takes
        .filter((t) => t.shotId === s.id)
        .map((t) => `${t.number}${t.verdict ? ` ${VERDICT_WORDS[t.verdict].toLowerCase()}` : ''}`);
      const words = own.length ? `takes ${own.join(', ')}` : 'no take';
      return `<li><strong>${said(s.code)}</strong> ${said(s.description)} <span class="s">${esc(STATE_WORDS[states.get(s.id) ?? 'planned'])}; ${esc(words)}</span></li>`;
    });
    const text = scene.script ? `<pre style="white-space:pre-wrap;font:inherit">${said(scene.script)}</pre>` : '';
    return `<section><h2 style="margin-top:0">${said(scene.number)} ${said(scene.title)}</h2>${text}<ul>${lines.join('')}</ul></section>`;
  });
  return plainPage(
    `${rows.production.title}: script`,
    `<h1>${said(rows.production.title, 'span')}: script with what was had</h1>${scenes.join('\n')}`,
  );
}
