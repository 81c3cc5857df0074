import { Box, Flex, Input } from '@chakra-ui/react';
import { useState } from 'react';
import type { MediaFound } from '@kavrell/contract';
import { cardFields, labelFor, type Card } from '@kavrell/core/copies';
import { formatBytes, formatCount } from '@kavrell/core/units';
import { usePlanned } from '../../app/production.tsx';
import { wordsOf } from '../../platform/api.ts';
import { newId } from '../../platform/id.ts';
import { change } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';
import { FormField } from '../../ui/FormField.tsx';
import { Empty, Look } from '../../ui/parts.tsx';
import { hold } from '../../ui/sheet.tsx';
import type { CopyWork } from './work.ts';
import { Choice } from '../../ui/Choice.tsx';
import { atStation } from './PluggedIn.tsx';
import { useFound } from './useFound.ts';

/** What shows up below the media folders: a card is given its label and read, a drive is taken into the list. */
export function ReadCard({ work, done }: { work: CopyWork; done: (cardId: string) => void }) {
  const { production, rows } = usePlanned();
  const { data, error, isPending } = useFound(production.id, true);
  const [chosen, setChosen] = useState<string | null>(null);
  const [typed, setTyped] = useState('');
  const found = data?.found ?? [];
  const fresh = found.filter((f) => f.knownAs === null);
  const known = found.filter((f) => f.knownAs !== null);
  const troubles = data?.roots.flatMap((r) => r.trouble ?? []) ?? [];
  const addDrive = (folder: MediaFound) =>
    void change(production.id, `Added the drive ${folder.name}`, [
      {
        op: 'insert',
        table: 'drives',
        values: {
          name: folder.name.slice(0, 60),
          kind: 'ssd',
          path: folder.path,
          whereabouts: '',
          keepUntil: null,
          faults: null,
          station: folder.station,
        },
      },
    ]);
  if (isPending) return <Box color="soft">Looking for what is plugged in …</Box>;
  if (error && !data) return <Look>{wordsOf(error)}</Look>;
  return (
    <Box maxW="760px">
      {fresh.length === 0 ? (
        <Empty
          title="Nothing new is plugged in"
          action={<Button onClick={() => hold('settings')}>Where cards and drives show up</Button>}
        >
          Plug a card or a drive into this machine: it shows up here by itself, from{' '}
          {data.roots.map((r) => r.path).join(', ')}.
        </Empty>
      ) : (
        <Box as="ul" display="grid" gap={3} mb={4} aria-label="Plugged in">
          {fresh.map((f) => (
            <Box as="li" key={f.path} border="1px solid" borderColor="edge" borderRadius="r" p={3} data-found={f.name}>
              <Flex gap={3} wrap="wrap" align="baseline" justify="space-between">
                <Box minW={0} overflowWrap="anywhere">
                  <strong>{f.name}</strong>{' '}
                  <Box as="span" color="soft">
                    {f.isDrive
                      ? ''
                      : `${formatCount(f.files, 'file')}${f.more ? ' and more' : ''}, ${formatBytes(f.sizeBytes)}; `}
                    {formatBytes(f.freeBytes)} free
                    {atStation(f.station)}
                  </Box>
                  <Box className="mono" color="soft" fontSize="s">
                    {f.path}
                  </Box>
                </Box>
                <Flex gap={2} wrap="wrap">
                  {f.isDrive ? null : (
                    <Button look={chosen === f.path ? 'on' : 'plain'} onClick={() => setChosen(f.path)}>
                      It is a card
                    </Button>
                  )}
                  <Button onClick={() => addDrive(f)}>{f.isDrive ? 'Add this drive' : 'It is a drive'}</Button>
                </Flex>
              </Flex>
              {chosen === f.path ? (
                <CardForm
                  folder={f.path}
                  station={f.station}
                  name={f.name}
                  known={rows.cards.find((c) => c.id === f.cardId) ?? null}
                  work={work}
                  done={done}
                />
              ) : null}
            </Box>
          ))}
        </Box>
      )}
      {known.length > 0 ? (
        <Box color="soft" mb={4}>
          Known already: {known.map((k) => k.knownAs).join(', ')}.
        </Box>
      ) : null}
      {troubles.map((t) => (
        <Box key={t} mb={2}>
          <Look>{t}</Look>
        </Box>
      ))}
      <FormField
        label="Or a card’s folder, typed"
        input={{ value: typed, placeholder: '/media/A001', onChange: (e) => setTyped(e.target.value) }}
      />
      {typed.trim() ? (
        <CardForm
          key={typed}
          folder={typed.trim()}
          station=""
          known={null}
          name={typed.trim().split('/').filter(Boolean).at(-1) ?? ''}
          work={work}
          done={done}
        />
      ) : null}
    </Box>
  );
}

/** Which card it is, and of which camera; then it is read. */
function CardForm({
  folder,
  station,
  name,
  known,
  work,
  done,
}: {
  folder: string;
  station: string;
  name: string;
  /** The card that it is by what lies on it. */
  known: Card | null;
  work: CopyWork;
  done: (cardId: string) => void;
}) {
  const { production, rows } = usePlanned();
  const taken = rows.cards.map((c) => c.label);
  const [cameraId, setCameraId] = useState('');
  const letter = rows.cameras.find((c) => c.id === cameraId)?.letter ?? null;
  const [label, setLabel] = useState<string | null>(null);
  const [problem, setProblem] = useState('');
  const said = label ?? labelFor(name, letter, taken);
  const read = () => {
    const values = {
      label: said,
      cameraId: cameraId || null,
      path: folder,
      unloaded: true,
      faults: null,
      whereabouts: '',
      station,
    };
    const checked = cardFields.safeParse(values);
    if (!checked.success) {
      setProblem(checked.error.issues[0]?.message ?? '');
      return;
    }
    if (taken.includes(checked.data.label)) {
      setProblem(`There is a card ${checked.data.label} already: two of one name can’t be told apart later.`);
      return;
    }
    const id = newId();
    void change(production.id, `Read card ${checked.data.label}`, [
      { op: 'insert', table: 'cards', id, values: checked.data },
    ]).then(() => work.scan({ ...checked.data, id } as Card));
    done(id);
  };
  if (known) {
    const here = () => {
      const values = { path: folder, station };
      void change(production.id, `${known.label} is at ${name}`, [
        { op: 'update', table: 'cards', row: known, values },
      ]).then(() => work.scan({ ...known, ...values }));
      done(known.id);
    };
    return (
      <Flex gap={3} wrap="wrap" align="center" mt={3} role="status">
        <Box>By what lies on it this is card {known.label}, in another place than before.</Box>
        <Button look="primary" onClick={here}>
          It is {known.label}: read it here
        </Button>
      </Flex>
    );
  }
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        read();
      }}
    >
      <Flex gap={3} wrap="wrap" align="end" mt={3}>
        <FormField label="Its label" error={problem || undefined}>
          {(props) => (
            <Input fontFamily="mono" {...props} value={said} onChange={(e) => setLabel(e.target.value.toUpperCase())} />
          )}
        </FormField>
        <FormField label="From camera">
          {(props) => (
            <Choice {...props} value={cameraId} onChange={(e) => setCameraId(e.target.value)}>
              <option value="">none, or not known</option>
              {rows.cameras.map((c) => (
                <option key={c.id} value={c.id}>
                  {c.letter}
                </option>
              ))}
            </Choice>
          )}
        </FormField>
        <Button type="submit" look="primary" mb={4}>
          Read it
        </Button>
      </Flex>
    </form>
  );
}
