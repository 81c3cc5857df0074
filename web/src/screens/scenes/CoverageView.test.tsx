import { fireEvent, screen, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { barePlan, clearPage, demoPlan, openScreen, preparePage, said } from '../../testing/screen.tsx';
import { CoverageView } from './CoverageView.tsx';

const taken: string[] = [];
const draw = (plan = demoPlan()) =>
  openScreen(<CoverageView onOpen={(s) => taken.push(`scene ${s.number}`)} select={(id) => taken.push(id)} />, {
    plan,
  });
const scene3 = () => within(screen.getByLabelText('Coverage of scene 3'));

afterEach(clearPage);
describe.each([
  ['at a table', true],
  ['on the phone', false],
])('coverage %s', (_, wide) => {
  beforeEach(() => {
    preparePage({ wide });
    taken.length = 0;
  });
  it('each shot of a person is a frame of its size, and a press takes it in hand', () => {
    const { plan } = draw();
    const frame = scene3().getByRole('button', { name: /^3D, close.*left/ });
    fireEvent.click(frame);
    expect(taken).toEqual([plan.shots.find((s) => s.code === '3D')?.id]);
  });
  it('what an editor will miss is an empty frame at its place, and a press opens the scene', () => {
    draw();
    fireEvent.click(scene3().getByRole('button', { name: /^Missing: Line crossed/ }));
    expect(taken).toEqual(['scene 3']);
  });
  it('the line of action has its cameras on either hand, and says where a cut jumps over it once', () => {
    draw();
    const line = scene3().getByRole('img', { name: /^Line of action/ });
    expect(line.getAttribute('aria-label')).toBe('Line of action. Seen from left: 3A, 3B, 3D; door: 3E');
    expect(scene3().getAllByText(/Line crossed between 3D and 3E/)).toHaveLength(1);
  });
  it('says so where nobody is in a shot yet', () => {
    draw(barePlan());
    expect(said()).toContain('Nobody is in a shot yet');
  });
});
