import { CAMERA_DEFAULTS, type cameraFields } from '../../rooms/camera/index.ts';
import { PERSON_DEFAULTS, shortNameFor } from '../../rooms/people/index.ts';
import { SCENE_DEFAULTS, SHOT_DEFAULTS, nextShotCode, parseQuickLine, type Scene } from '../../rooms/scenes/index.ts';
import type { z } from 'zod';
import type { StartOp } from './plan.ts';
import type { JobKind } from './read.ts';

/** A kind of job that is begun again and again. */
export interface Template {
  key: string;
  title: string;
  kind: JobKind;
  /** What one brings to it. */
  kit: readonly string[];
  /** Who works it, by role; named later. */
  roles: readonly string[];
  /** Cameras by letter, and what they see. */
  cameras: readonly { letter: string; framing: string }[];
  /** Scenes, moments or cues with their shots as quick lines. */
  scenes: readonly { title: string; lengthMin: number | null; shots: readonly string[] }[];
}

/** The four that ship; one’s own productions are templates too. */
export const TEMPLATES: readonly Template[] = [
  {
    key: 'interview',
    title: 'Interview, two cameras',
    kind: 'shots',
    kit: [
      'Two bodies that cut together, with the same ND and diffusion',
      'A big soft source, a black flag for the shadow side',
      'Two microphones into two recorders',
    ],
    roles: ['Interviewer', 'Sound recordist'],
    cameras: [
      { letter: 'A', framing: 'Single, a little off the lens' },
      { letter: 'B', framing: 'Closer, from the side' },
    ],
    scenes: [
      {
        title: 'The conversation',
        lengthMin: null,
        shots: [
          'mcu the answers a+b 60min 1t must once',
          'ws the room, nobody speaking 5min should',
          'cu hands and what is on the table cam-b 5min should',
          'ms listening, for the questions cam-a 5min should',
          'insert room tone, one minute of it 3min must',
        ],
      },
      {
        title: 'What it is about',
        lengthMin: null,
        shots: ['ws arriving 6min should', 'ms at work, two angles 15min must', 'cu what the hands do 10min should'],
      },
    ],
  },
  {
    key: 'ceremony',
    title: 'Ceremony, alone',
    kind: 'moments',
    kit: [
      'One camera that runs through the whole of it, unattended',
      'A recorder on the speaker and a feed from the desk',
      'Fresh cards and packs before it begins',
    ],
    roles: ['Whoever leads it'],
    cameras: [
      { letter: 'A', framing: 'In the hand' },
      { letter: 'B', framing: 'Wide, runs through' },
    ],
    scenes: [
      {
        title: 'Arrivals',
        lengthMin: 30,
        shots: ['ws the place filling cam-a 5min should', 'mcu faces cam-a 10min should'],
      },
      {
        title: 'The ceremony',
        lengthMin: 40,
        shots: [
          'ws all of it cam-b 40min must',
          'mcu who speaks cam-a 20min must',
          'mcu who listens cam-a 10min should',
        ],
      },
      {
        title: 'Congratulations',
        lengthMin: 30,
        shots: ['ms each of the family cam-a 15min must', 'cu hands, flowers, rings cam-a 5min should'],
      },
      {
        title: 'Speeches',
        lengthMin: 20,
        shots: ['mcu who speaks cam-a 20min must', 'ws the room cam-b 20min should'],
      },
    ],
  },
  {
    key: 'panel',
    title: 'Panel, switched',
    kind: 'cues',
    kit: [
      'A recording of every camera beside the switched one',
      'A headset for each operator',
      'Two sources of sound that can’t fail together',
    ],
    roles: ['Director, switcher', 'Camera operator', 'Sound', 'Host'],
    cameras: [
      { letter: 'A', framing: '1 wide, all of the panel' },
      { letter: 'B', framing: '2 whoever speaks, left' },
      { letter: 'C', framing: '3 whoever speaks, right' },
    ],
    scenes: [
      { title: 'Titles', lengthMin: 2, shots: ['ws the stage cam-a 2min must'] },
      { title: 'Welcome', lengthMin: 5, shots: ['mcu the host cam-b 5min must', 'ws all of them cam-a 5min must'] },
      {
        title: 'The panel',
        lengthMin: 40,
        shots: ['ws all of them cam-a 40min must', 'mcu left side cam-b 40min must', 'mcu right side cam-c 40min must'],
      },
      {
        title: 'Questions',
        lengthMin: 15,
        shots: ['ws the audience cam-a 15min should', 'mcu who answers b+c 15min must'],
      },
      { title: 'Thanks', lengthMin: 3, shots: ['ws all of them cam-a 3min must'] },
    ],
  },
  {
    key: 'product',
    title: 'Product table',
    kind: 'shots',
    kit: [
      'A table one can walk round, cloth and a gradient behind',
      'A macro lens, a polariser, gloves and a brush',
      'Two of each product, unopened',
    ],
    roles: ['Stylist', 'Client on set'],
    cameras: [{ letter: 'A', framing: 'On the table' }],
    scenes: [
      {
        title: 'The product',
        lengthMin: null,
        shots: [
          'ws hero, all of it sticks 20min must',
          'ms turning slowly slider 15min must',
          'cu the badge 10min must',
          'ecu surface and edge slider-in 12min should',
          'insert how it opens 10min should',
        ],
      },
      {
        title: 'In the hand',
        lengthMin: null,
        shots: ['cu picked up 10min should', 'mcu used, a face behind 15min should'],
      },
    ],
  },
];

export type TemplateOp = StartOp | { op: 'insert'; table: 'cameras'; id: string; values: z.infer<typeof cameraFields> };

/** What a template makes in a new production: roles to be named, cameras, scenes with their shots. `running`: shots numbered through. */
export function planTemplate(
  template: Template,
  { newId, shotNumbers }: { newId: () => string; shotNumbers: 'letters' | 'running' },
): TemplateOp[] {
  const ops: TemplateOp[] = [];
  const shorts = new Set<string>();
  for (const role of template.roles) {
    const shortName = shortNameFor(role, shorts);
    shorts.add(shortName.toLowerCase());
    ops.push({
      op: 'insert',
      table: 'people',
      id: newId(),
      values: { ...PERSON_DEFAULTS, name: role, shortName, role, kind: role === 'Client on set' ? 'client' : 'crew' },
    });
  }
  for (const { letter, framing } of template.cameras)
    ops.push({
      op: 'insert',
      table: 'cameras',
      id: newId(),
      values: { ...CAMERA_DEFAULTS, letter, name: `Camera ${letter}`, framing },
    });
  const kind: Scene['kind'] = template.kind === 'shots' ? 'shots' : template.kind === 'moments' ? 'moment' : 'cue';
  const used: string[] = [];
  let position = 0;
  template.scenes.forEach(({ title, lengthMin, shots }, i) => {
    const sceneId = newId();
    const number = String(i + 1);
    position += 1;
    const synopsis = i === 0 ? `Bring: ${template.kit.join('; ')}.` : '';
    ops.push({
      op: 'insert',
      table: 'scenes',
      id: sceneId,
      values: { ...SCENE_DEFAULTS, number, title, kind, lengthMin, eighths: 0, synopsis, position },
    });
    for (const text of shots) {
      const context = { sceneNumbers: [], people: [], setups: [], deliverables: [], marks: [] };
      const { fields } = parseQuickLine(text, { ...context, cameras: template.cameras.map((c) => c.letter) });
      const { beforeNumber: _none, ...said } = fields;
      const code = nextShotCode(number, used, shotNumbers);
      used.push(code);
      position += 1;
      ops.push({
        op: 'insert',
        table: 'shots',
        id: newId(),
        values: {
          ...SHOT_DEFAULTS,
          cameras: [template.cameras[0]?.letter ?? 'A'],
          ...said,
          happensOnce: said.happensOnce ?? kind !== 'shots',
          sceneId,
          code,
          position,
        },
      });
    }
  });
  return ops;
}
