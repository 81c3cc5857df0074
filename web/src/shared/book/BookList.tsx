import { Box, Flex, Input } from '@chakra-ui/react';
import { useMemo, useState, type ReactNode } from 'react';
import { searchBook, type BookSetup } from '@kavrell/core/book';
import { formatCount, formatDate, formatMinutes } from '@kavrell/core/units';
import { fileUrl } from '../../platform/files.ts';
import { Empty } from '../../ui/parts.tsx';
import { FormField } from '../../ui/FormField.tsx';
import { SmallPlan } from '../light/SmallPlan.tsx';

/** So many are drawn at first. */
const FIRST = 30;

/** Setups as they were built on all jobs, to be looked for by what is in them; `press` says what can be done with one. */
export function BookList({ setups, press }: { setups: readonly BookSetup[]; press: (setup: BookSetup) => ReactNode }) {
  const [query, setQuery] = useState('');
  const found = useMemo(() => searchBook(setups, query), [setups, query]);
  if (setups.length === 0)
    return (
      <Empty title="The book is empty">
        After a day is shot, keep it under Wrap, Book: every setup as it was built, with its photographs, levels,
        distances, minutes and stop, to be built again on another job.
      </Empty>
    );
  return (
    <>
      <FormField label="Look for" hint="Commas part what all must be there: two cameras, window, interview">
        {(props) => <Input {...props} type="search" value={query} onChange={(e) => setQuery(e.target.value)} />}
      </FormField>
      <Box color="soft" my={2} role="status">
        {query.trim()
          ? `${found.length} of ${formatCount(setups.length, 'setup')}`
          : formatCount(setups.length, 'setup')}
      </Box>
      <Box as="ul" display="grid" gap={3}>
        {found.slice(0, FIRST).map((s) => (
          <Entry key={s.id} setup={s}>
            {press(s)}
          </Entry>
        ))}
      </Box>
      {found.length > FIRST ? (
        <Box color="soft">{found.length - FIRST} more: say more of what you look for.</Box>
      ) : null}
    </>
  );
}

const known = (parts: readonly (string | null | false)[]): string => parts.filter(Boolean).join(' · ');

function Entry({ setup: s, children }: { setup: BookSetup; children: ReactNode }) {
  return (
    <Flex as="li" gap={3} pb={3} wrap="wrap" borderBottom="1px solid" borderColor="hairline" data-book={s.name}>
      <Box w="180px" flexShrink={0}>
        <SmallPlan plan={s.plan} room={null} name={s.name} />
      </Box>
      <Box flex="1" minW="240px">
        <Box fontWeight="700" overflowWrap="anywhere">
          {s.name}
        </Box>
        <Box color="soft">{known([s.job, s.date && formatDate(s.date, { year: true }), s.place, s.room, s.style])}</Box>
        <Box>
          {known([
            s.tookMin === null ? 'minutes not known' : `took ${formatMinutes(s.tookMin)}`,
            s.plannedMin !== null && `planned ${formatMinutes(s.plannedMin)}`,
            s.tStop !== null && `T${s.tStop}`,
            s.ei !== null && `EI ${s.ei}`,
            `${formatCount(s.shots, 'shot')}, ${formatCount(s.takes, 'take')}`,
            s.cameras.join(', '),
            s.people.join(', '),
          ])}
        </Box>
        <Box as="ul" fontSize="s" mt={1}>
          {s.lines.map((l) => (
            <li key={l}>{l}</li>
          ))}
        </Box>
        {s.remark ? <Box fontSize="s">Stood otherwise: {s.remark}</Box> : null}
        {s.note ? <Box fontSize="s">{s.note}</Box> : null}
        {s.photoHashes.length > 0 ? (
          <Flex gap={1} mt={2} wrap="wrap">
            {s.photoHashes.slice(0, 4).map((hash) => (
              <img
                key={hash}
                src={fileUrl(s.productionId, hash)}
                alt={`${s.name} as built`}
                loading="lazy"
                style={{ height: 72, width: 'auto' }}
              />
            ))}
          </Flex>
        ) : null}
        <Flex gap={2} mt={2} wrap="wrap" align="center">
          {children}
        </Flex>
      </Box>
    </Flex>
  );
}
