import { expect, it } from 'vitest';
import { findLabelsAtOnce } from './labels.ts';

/** What the page itself says, and what ours does, of each field that can be named. */
it('says the same labels as the page does', () => {
  document.body.innerHTML = `
    <label for="slate">Slate</label><label for="slate">of the take</label><input id="slate">
    <label>Lens <select><option>40 mm</option></select></label>
    <label>Note <textarea></textarea> and <button>Keep</button></label>
    <label for="elsewhere">Around <input id="inside"></label>
    <input id="bare"><button>Cut</button>`;
  const fields = [...document.querySelectorAll<HTMLInputElement>('input, select, textarea, button')];
  const said = () => fields.map((field) => [...(field.labels ?? [])].map((label) => label.textContent?.trim()));
  const before = said();
  expect(before[0]).toEqual(['Slate', 'of the take']);
  findLabelsAtOnce();
  expect(said()).toEqual(before);
  document.body.innerHTML = '';
});
