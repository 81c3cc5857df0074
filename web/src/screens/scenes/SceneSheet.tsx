import { SceneFields } from './SceneFields.tsx';
import { STYLE_FACTORS, enough, rollup, shotMinutes, type Scene } from '@kavrell/core/scenes';
import { formatEighths, formatMinutes } from '@kavrell/core/units';
import { useProduction } from '../../app/production.tsx';
import { StalePart, nameOf, useLookedAt } from '../../app/Stale.tsx';
import { Button } from '../../ui/Button.tsx';
import { Facts, Part, Why } from '../../ui/parts.tsx';
import { Questions } from './QuestionsPart.tsx';

/** The scene itself: its figures, then its facts. */
export function SceneSheet({ scene, onDeleted }: { scene: Scene; onDeleted: () => void }) {
  const { rows, facts, stale } = useProduction();
  const lookedAt = useLookedAt();
  const shots = rows.shots.filter((s) => s.sceneId === scene.id);
  const states = facts?.states ?? new Map();
  const got = shots.filter((s) => states.get(s.id) === 'got').length;
  const sums = rollup(shots, rows.scenes);
  const written = shots.reduce((t, s) => t + (s.dropped ? 0 : shotMinutes(s)), 0);
  const staleShots = shots.filter((s) => stale.has(s.id));
  const people = [...sums.peopleMin].sort((a, b) => b[1] - a[1]);
  return (
    <>
      <Part>
        <h2>
          Scene {scene.number} {scene.title}
        </h2>
        <div>{scene.synopsis}</div>
      </Part>
      <StalePart table="scenes" id={scene.id} />
      <Part>
        <Facts
          rows={[
            ['Shots got', `${got} of ${shots.length}`],
            ['Shot minutes', formatMinutes(sums.minutes)],
            ['Takes', String(sums.takes)],
            ['Set-ups', String(sums.setups)],
            ['Inserts, nobody needed', sums.inserts.length ? sums.inserts.map((s) => s.code).join(', ') : 'none'],
            ...(scene.kind === 'shots' ? ([['Script', formatEighths(scene.eighths)]] as const) : []),
          ]}
        />
        {scene.kind === 'moment' ? <div style={{ marginTop: 8 }}>{enough(shots, states).words}</div> : null}
      </Part>
      {staleShots.length > 1 ? (
        <Part>
          <Button
            size="small"
            onClick={() =>
              lookedAt(
                staleShots.map((s) => ({ table: 'shots', id: s.id })),
                `the shots of ${nameOf(rows, scene.id)}`,
              )
            }
          >
            Looked at all {staleShots.length} stale shots
          </Button>
        </Part>
      ) : null}
      {people.length ? (
        <Part title="Minutes with">
          <Facts
            rows={people.map(([id, min]) => [
              rows.people.find((p) => p.id === id)?.shortName ?? 'somebody',
              formatMinutes(min),
            ])}
          />
        </Part>
      ) : null}
      <Why
        lines={[
          `Shot minutes: rehearsal + reset + takes × (take + between), ${STYLE_FACTORS[scene.style].words}.${scene.style === 'asWritten' ? '' : ` As written they would be ${formatMinutes(written)}.`}`,
          'A set-up is one light seen from one side.',
        ]}
      />
      <Questions scene={scene} />
      <SceneFields scene={scene} shots={shots} onDeleted={onDeleted} />
    </>
  );
}
