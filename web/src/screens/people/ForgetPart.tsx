import { Box, Input } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { forgetPerson, personTraces } from '@kavrell/contract';
import type { Person } from '@kavrell/core/people';
import { formatCount } from '@kavrell/core/units';
import { call, wordsOf } from '../../platform/api.ts';
import { tell } from '../../platform/notices.ts';
import { queries } from '../../platform/queries.ts';
import { Button } from '../../ui/Button.tsx';
import { FormField } from '../../ui/FormField.tsx';
import { Look, Part } from '../../ui/parts.tsx';
import { Tick } from '../../ui/Tick.tsx';

/** Takes one person’s data out of everything: first where they are, then, with their name typed, it is done for good. */
export function ForgetPart({ person }: { person: Person }) {
  const [open, setOpen] = useState(false);
  return (
    <Part title="Their data">
      {open ? (
        <Forget person={person} leave={() => setOpen(false)} />
      ) : (
        <Button size="small" onClick={() => setOpen(true)}>
          Take their data out of everything
        </Button>
      )}
    </Part>
  );
}

function Forget({ person, leave }: { person: Person; leave: () => void }) {
  const params = { productionId: person.productionId, personId: person.id };
  const { data, error } = useQuery({
    queryKey: ['traces', person.id],
    queryFn: () => call(personTraces, { params }),
    staleTime: 0,
  });
  const [left, setLeft] = useState<readonly string[]>([]);
  const [typed, setTyped] = useState('');
  const [problem, setProblem] = useState('');
  const [busy, setBusy] = useState(false);
  if (!data) return error ? <Look>{wordsOf(error)}</Look> : <Box color="soft">Looking where they are …</Box>;
  const productionIds = data.map((d) => d.productionId).filter((id) => !left.includes(id));
  const forget = () => {
    setBusy(true);
    call(forgetPerson, { params, body: { name: typed, productionIds } })
      .then((done) => {
        tell(
          `Taken out: ${formatCount(done.rows, 'row')}, ${formatCount(done.sheets, 'frozen sheet')}, ${formatCount(done.history, 'entry of the history', 'entries of the history')}, ${formatCount(done.files, 'picture')}.`,
        );
        void queries.invalidateQueries();
        leave();
      })
      .catch((e: unknown) => setProblem(wordsOf(e)))
      .finally(() => setBusy(false));
  };
  return (
    <form onSubmit={(e) => (e.preventDefault(), forget())}>
      <Box as="ul" display="grid" gap={1} mb={2}>
        {data.map((d) => (
          <li key={d.productionId}>
            <Tick
              checked={!left.includes(d.productionId)}
              onChange={(on) => setLeft(on ? left.filter((id) => id !== d.productionId) : [...left, d.productionId])}
            >
              <strong>{d.title}</strong>: {formatCount(d.rows, 'row')}, {formatCount(d.sheets, 'frozen sheet')},{' '}
              {formatCount(d.history, 'entry of the history', 'entries of the history')}
            </Tick>
          </li>
        ))}
      </Box>
      <Box mb={2} fontSize="s">
        Name, its parts, mail address, telephone number, photograph, signature and links go, in sheets that went out and
        in the history too; what they did stays, by somebody. Hand-overs that were made are taken away; make them again.
        It is noted that it was done, not whose. Quotes and invoices that were issued stay as they are. Pictures and
        sound in which they are, files that were fetched, sheets on people’s phones and backups made before are not
        reached.
      </Box>
      <FormField label="Type their name" hint="Nothing brings it back" error={problem || undefined}>
        {(props) => <Input {...props} value={typed} onChange={(e) => setTyped(e.target.value)} />}
      </FormField>
      <Button type="submit" size="small" mt={2} disabled={busy || typed.trim() === '' || productionIds.length === 0}>
        Take it out for good
      </Button>
      <Button size="small" mt={2} ml={2} onClick={leave}>
        Leave it
      </Button>
    </form>
  );
}
