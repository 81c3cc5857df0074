import { Box, Flex } from '@chakra-ui/react';
import { creditFields, creditsText, creditsToAdd, type Credit } from '@kavrell/core/people';
import { formatDate } from '@kavrell/core/units';
import { dateOf } from '@kavrell/core/time';
import { useProduction } from '../../app/production.tsx';
import { copied } from '../../platform/clipboard.ts';
import { tell } from '../../platform/notices.ts';
import { change } from '../../platform/rows.ts';
import { copyOwnLink } from '../../shared/people/ownLink.ts';
import { Button } from '../../ui/Button.tsx';
import { FieldEdit } from '../../ui/FieldEdit.tsx';
import { Empty, Tag } from '../../ui/parts.tsx';

/** Names as they stand at the end of the piece, and whom one thanks: each spelled as its person says. */
export function NamesView() {
  const { production, rows } = useProduction();
  const fresh = creditsToAdd(rows.people, rows.credits);
  const add = (list: readonly Pick<Credit, 'personId' | 'name' | 'role' | 'kind'>[], label: string) => {
    const last = Math.max(0, ...rows.credits.map((c) => c.position));
    void change(
      production.id,
      label,
      list.map((c, i) => ({
        ...{ op: 'insert' as const, table: 'credits' as const },
        values: { ...c, name: c.name.slice(0, 120), confirmedAtMs: null, unnamed: false, position: last + i + 1 },
      })),
    );
  };
  const thank = () => add([{ personId: null, name: 'New name', role: '', kind: 'thanks' }], 'Somebody to thank');
  const copy = () =>
    void copied(creditsText(rows.credits)).then((isThere) =>
      tell(
        isThere
          ? 'The list of names is on the clipboard.'
          : 'This browser does not give the clipboard away: the list is in every hand-over as credits.txt.',
      ),
    );
  return (
    <Box maxW="760px">
      <Flex gap={2} wrap="wrap" mb={3}>
        {fresh.length > 0 ? (
          <Button
            look={rows.credits.length === 0 ? 'primary' : 'plain'}
            onClick={() => add(fresh, `${fresh.length} names`)}
          >
            Put {fresh.length === 1 ? fresh[0]?.name : `${fresh.length} people of the job`} on the list
          </Button>
        ) : null}
        <Button onClick={thank}>Thank somebody else</Button>
        {rows.credits.length > 0 ? <Button onClick={copy}>Copy the list</Button> : null}
      </Flex>
      {rows.credits.length === 0 ? (
        <Empty title="No names yet">
          Whoever is on the job comes onto the list with one press; each is asked by their own link how their name is
          spelled.
        </Empty>
      ) : (
        <Box as="ul" display="grid">
          {rows.credits.map((c) => (
            <Name key={c.id} credit={c} />
          ))}
        </Box>
      )}
    </Box>
  );
}

function Name({ credit: c }: { credit: Credit }) {
  const { production, rows } = useProduction();
  const person = rows.people.find((p) => p.id === c.personId);
  // What was confirmed was another spelling.
  const save = (values: Record<string, unknown>) =>
    void change(production.id, `The name of ${c.name}`, [
      { op: 'update', table: 'credits', row: c, values: { ...values, confirmedAtMs: null } },
    ]);
  const ask = () => void copyOwnLink(production.id, { id: c.personId ?? '', name: c.name }, 'credit');
  const confirmed = () =>
    void change(production.id, `${c.name} is spelled so`, [
      { op: 'update', table: 'credits', row: c, values: { confirmedAtMs: Date.now(), unnamed: false } },
    ]);
  const words = c.unnamed
    ? 'asked not to be named'
    : c.confirmedAtMs === null
      ? 'spelling not confirmed'
      : `confirmed ${formatDate(dateOf(c.confirmedAtMs, 'UTC'), { year: true })}`;
  return (
    <Box as="li" py={2} borderBottom="1px solid" borderColor="hairline" data-credit={c.name}>
      <Flex gap={3} wrap="wrap" align="flex-end">
        <Box flex="1" minW="180px">
          <FieldEdit label="Name" value={c.name} fields={creditFields} set={(name) => ({ name })} save={save} />
        </Box>
        <Box flex="1" minW="160px">
          <FieldEdit label="What for" value={c.role} fields={creditFields} set={(role) => ({ role })} save={save} />
        </Box>
        <Box w="130px">
          <FieldEdit
            label="As"
            value={c.kind}
            fields={creditFields}
            options={[
              ['credit', 'credit'],
              ['thanks', 'thanks'],
            ]}
            set={(kind) => ({ kind })}
            save={save}
          />
        </Box>
      </Flex>
      <Flex gap={2} wrap="wrap" align="center" mt={1}>
        <Tag>{words}</Tag>
        {person && c.confirmedAtMs === null && !c.unnamed ? (
          <Button size="small" onClick={ask}>
            Copy the link to ask {person.shortName}
          </Button>
        ) : null}
        {c.confirmedAtMs === null ? (
          <Button size="small" onClick={confirmed}>
            They told me it is right
          </Button>
        ) : null}
        <Button
          size="small"
          onClick={() =>
            void change(production.id, `${c.name} off the list`, [{ op: 'delete', table: 'credits', row: c }])
          }
        >
          Remove
        </Button>
      </Flex>
    </Box>
  );
}
