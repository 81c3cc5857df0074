import { Box, Flex, Input } from '@chakra-ui/react';
import { useState } from 'react';
import {
  DETAILS,
  PASSAGES,
  PERMISSIONS,
  PERMISSION_STATES,
  SOURCES,
  placeFactFields,
  type DetailTopic,
  type Place,
  type TOPICS,
} from '@kavrell/core/places';
import { positionAfter } from '@kavrell/core/records';
import { dateOf } from '@kavrell/core/time';
import { parseClock } from '@kavrell/core/units';
import { usePlanned } from '../../app/production.tsx';
import { wordsOf } from '../../platform/api.ts';
import { productionNow } from '../../platform/clock.ts';
import { useDraft } from '../../platform/draft.ts';
import { newId } from '../../platform/id.ts';
import { change, type Op } from '../../platform/rows.ts';
import { storeLater } from '../../platform/storeLater.ts';
import { heavy } from '../../workers/heavy.ts';
import { Button } from '../../ui/Button.tsx';
import { DropPlace } from '../../ui/DropPlace.tsx';
import { FormField } from '../../ui/FormField.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { Problem } from '../../ui/Problem.tsx';

type Topic = (typeof TOPICS)[number];
type Kind = 'number' | 'time' | readonly string[];

/** Fields of each topic's figures: what it is called, how it is typed, whether it may stay empty. */
const FIELDS: Readonly<
  Record<DetailTopic, readonly (readonly [key: string, label: string, kind: Kind, optional?: boolean])[]>
> = {
  loading: [
    ['wayM', 'Metres', 'number'],
    ['minutes', 'Minutes', 'number'],
  ],
  passage: [
    ['what', 'What', PASSAGES],
    ['widthM', 'Wide, m', 'number'],
    ['heightM', 'High, m', 'number', true],
    ['loadKg', 'Carries, kg', 'number', true],
  ],
  stairs: [['riseM', 'Up, m', 'number']],
  hours: [
    ['fromMin', 'From', 'time'],
    ['toMin', 'To', 'time'],
  ],
  quiet: [
    ['fromMin', 'From', 'time'],
    ['toMin', 'To', 'time'],
  ],
  ambient: [
    ['illuminanceLux', 'Lux', 'number'],
    ['colourK', 'Colour, K', 'number'],
    ['atMin', 'At', 'time'],
  ],
  noise: [
    ['everyMin', 'Every, min', 'number', true],
    ['lastsS', 'Lasts, s', 'number'],
    ['fromMin', 'From', 'time'],
    ['toMin', 'To', 'time'],
  ],
  permission: [
    ['what', 'What', PERMISSIONS],
    ['state', 'It is', PERMISSION_STATES],
    ['leadDays', 'Days before', 'number'],
  ],
  alarm: [
    ['kind', 'Kind', ['smoke', 'heat', 'none']],
    ['leadMin', 'Minutes to switch off', 'number'],
  ],
  network: [['upMbps', 'Up, Mb/s', 'number']],
};
const isDetail = (key: string): key is DetailTopic => key in DETAILS;
const LONGEST_PX = 1280;

interface Draft {
  words: string;
  source: (typeof SOURCES)[number];
  figures: Record<string, string>;
}
const EMPTY: Draft = { words: '', source: 'seen', figures: {} };

function read(text: string): Draft {
  if (!text) return EMPTY;
  try {
    return { ...EMPTY, ...(JSON.parse(text) as Partial<Draft>) };
  } catch {
    // A draft of an older form: its words are what matters.
    return { ...EMPTY, words: text };
  }
}

/** One answer of the scouting walk: words, figures, where it is known from, a photograph. What is typed survives a reload. */
export function FactForm({ topic, place, onKept }: { topic: Topic; place: Place; onKept: () => void }) {
  const { production, rows, day } = usePlanned();
  const [text, setText] = useDraft(`walk:${place.id}:${topic.key}`);
  const draft = read(text);
  const write = (values: Partial<Draft>) => setText(JSON.stringify({ ...draft, ...values }));
  const [problems, setProblems] = useState<Record<string, string>>({});
  const [photo, setPhoto] = useState<{ hash: string; widthPx: number; heightPx: number } | null>(null);
  const [busy, setBusy] = useState('');
  const fields = isDetail(topic.key) ? FIELDS[topic.key] : [];

  const takePhoto = async ([file]: File[]) => {
    if (!file) return;
    setProblems({});
    setBusy(`Reading “${file.name}” …`);
    try {
      const { jpeg, widthPx, heightPx } = await heavy().picture(file, 2, LONGEST_PX);
      setPhoto({ hash: await storeLater(production.id, jpeg, `${place.name}: a photograph`), widthPx, heightPx });
    } catch (error) {
      setProblems({ photo: wordsOf(error) });
    } finally {
      setBusy('');
    }
  };
  const keep = () => {
    const said: Record<string, string> = {};
    let detail: Record<string, string | number | null> | null = null;
    const filled = fields.some(([key, , kind]) => (draft.figures[key] ?? '').trim() !== '' && typeof kind === 'string');
    if (
      isDetail(topic.key) &&
      (filled || fields.some(([key, , kind]) => typeof kind !== 'string' && draft.figures[key]))
    ) {
      detail = {};
      for (const [key, , kind, optional] of fields) {
        const typed = (draft.figures[key] ?? '').trim();
        try {
          if (typeof kind !== 'string') detail[key] = typed || (kind[0] ?? null);
          // A figure that must be there and is not is named by the schema below.
          else if (typed === '') {
            if (optional) detail[key] = null;
            else if (key.startsWith('lead')) detail[key] = 0;
          } else detail[key] = kind === 'time' ? parseClock(typed) : Number(typed.replace(',', '.'));
        } catch (error) {
          said[key] = wordsOf(error);
        }
      }
      const checked = DETAILS[topic.key].safeParse(detail);
      if (!checked.success) for (const issue of checked.error.issues) said[String(issue.path[0])] ??= issue.message;
    }
    if (draft.words.trim() === '' && detail === null && !photo)
      said.words = 'Write what was found, a figure, or take a photograph.';
    const now = productionNow(production);
    const values = {
      placeId: place.id,
      topic: topic.key,
      words: draft.words.trim(),
      detail,
      foundOn: dateOf(now, day?.timeZone ?? 'UTC'),
      source: draft.source,
      ages: topic.ages,
      pictureId: null as string | null,
      position: positionAfter(rows.placeFacts),
    };
    const whole = placeFactFields.safeParse(values);
    if (!whole.success) for (const issue of whole.error.issues) said[String(issue.path[0])] ??= issue.message;
    setProblems(said);
    if (Object.keys(said).length > 0) return;
    const ops: Op[] = [];
    if (photo) {
      values.pictureId = newId();
      ops.push({
        op: 'insert',
        table: 'pictures',
        id: values.pictureId,
        values: {
          role: 'place',
          shotId: null,
          fileHash: photo.hash,
          strokes: [],
          caption: `${place.name}: ${draft.words}`.slice(0, 200),
          widthPx: photo.widthPx,
          heightPx: photo.heightPx,
          position: positionAfter(rows.pictures),
        },
      });
    }
    ops.push({ op: 'insert', table: 'placeFacts', values });
    void change(production.id, `${place.name}: ${topic.ask}`.slice(0, 160), ops);
    setText('');
    setPhoto(null);
    onKept();
  };
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        keep();
      }}
    >
      <FormField label="What was found" error={problems.words} hint={`Such as: ${topic.example}`}>
        {(props) => <Input {...props} value={draft.words} onChange={(e) => write({ words: e.target.value })} />}
      </FormField>
      {fields.length > 0 ? <FactFigures fields={fields} problems={problems} draft={draft} write={write} /> : null}
      <KnownFrom draft={draft} write={write} />
      <DropPlace
        what={photo ? 'The photograph is kept on this device' : 'A photograph'}
        accept="image/*"
        camera
        busy={busy || undefined}
        take={(f) => void takePhoto(f)}
      />
      {problems.photo ? <Problem>{problems.photo}</Problem> : null}
      <Button type="submit" size="act" look="primary" w="100%" mt={3}>
        Keep, and on to the next
      </Button>
    </form>
  );
}

/** The figures of a topic, each with its own trouble. */
function FactFigures({
  fields,
  problems,
  draft,
  write,
}: {
  fields: readonly (readonly [key: string, label: string, kind: Kind, optional?: boolean | undefined])[];
  problems: Record<string, string>;
  draft: Draft;
  write: (values: Partial<Draft>) => void;
}) {
  return (
    <Box display="grid" gridTemplateColumns="repeat(auto-fill, minmax(120px, 1fr))" columnGap={3}>
      {fields.map(([key, label, kind, optional]) => (
        <FormField
          key={key}
          label={label}
          error={problems[key]}
          {...(optional ? { hint: 'may stay empty' } : kind === 'time' ? { hint: 'such as 13:20' } : {})}
        >
          {(props) =>
            typeof kind === 'string' ? (
              <Input
                {...props}
                inputMode={kind === 'number' ? 'decimal' : 'text'}
                value={draft.figures[key] ?? ''}
                onChange={(e) => write({ figures: { ...draft.figures, [key]: e.target.value } })}
              />
            ) : (
              <Choice
                {...props}
                value={draft.figures[key] ?? ''}
                onChange={(e) => write({ figures: { ...draft.figures, [key]: e.target.value } })}
              >
                <option value="">choose …</option>
                {kind.map((k) => (
                  <option key={k} value={k}>
                    {k}
                  </option>
                ))}
              </Choice>
            )
          }
        </FormField>
      ))}
    </Box>
  );
}

/** How it is known. */
function KnownFrom({ draft, write }: { draft: Draft; write: (values: Partial<Draft>) => void }) {
  return (
    <Flex gap={2} wrap="wrap" mb={3} role="group" aria-label="Known from">
      {SOURCES.map((source) => (
        <Button
          key={source}
          look={draft.source === source ? 'on' : 'plain'}
          aria-pressed={draft.source === source}
          minH="44px"
          onClick={() => write({ source })}
        >
          {source}
        </Button>
      ))}
    </Flex>
  );
}
