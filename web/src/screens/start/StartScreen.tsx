import { Box, Flex } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { listHeads, makeProduction, type Me } from '@kavrell/contract';
import { PRODUCTION_DEFAULTS, productionFields, type Production } from '@kavrell/core/brief';
import { planOf } from '@kavrell/core/productions';
import {
  TEMPLATES,
  noRows,
  planStart,
  planTemplate,
  readStart,
  rowsAfter,
  stillMissing,
  type JobKind,
  type StartRead,
  type Template,
} from '@kavrell/core/start';
import { formatCount } from '@kavrell/core/units';
import { screenLink } from '../../app/links.ts';
import { StillMissing } from '../../app/StillMissing.tsx';
import { Trouble } from '../../app/Trouble.tsx';
import { call, wordsOf } from '../../platform/api.ts';
import { keepDraft, useDraft } from '../../platform/draft.ts';
import { newId } from '../../platform/id.ts';
import { tell } from '../../platform/notices.ts';
import { queries } from '../../platform/queries.ts';
import { change, type Op } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';
import { FormField } from '../../ui/FormField.tsx';
import { Loading } from '../../ui/parts.tsx';
import { BringIn } from './BringIn.tsx';
import { CalendarLink } from './CalendarLink.tsx';
import { JobCards } from './JobCards.tsx';
import { Productions } from './Productions.tsx';
import { startDraft } from '../../shared/start/startDraft.ts';
import { StartPaste } from '../../shared/start/StartPaste.tsx';

const LENGTH_OF_TITLE = 120;
const today = () => new Date().toISOString().slice(0, 10);
const timeZone = () => Intl.DateTimeFormat().resolvedOptions().timeZone;
const UNMADE: Production = {
  ...PRODUCTION_DEFAULTS,
  id: '00000000-0000-7000-8000-000000000000',
  version: 1,
  deletedAt: null,
  title: 'New',
};
const NO_ROWS = noRows(UNMADE);

/** What would be missing if the start were made: worked out before it is. */
function missingAfter(read: StartRead, kind: JobKind) {
  const rows = rowsAfter(NO_ROWS, planStart(read, NO_ROWS, { kind, newId, timeZone: timeZone() }));
  const none = { setups: [], relights: [], lightKit: [], rooms: [], moves: [], consents: [], frozenSheets: [] };
  const [day = null] = rows.days;
  return stillMissing({ ...rows, ...none }, day, day && planOf({ ...none, ...rows }, day));
}

/** A name for the job where none was given: the place, or what comes first. */
const nameFrom = (read: StartRead | null): string =>
  (read?.title || (read?.places[0]?.name ?? read?.moments[0]?.title ?? read?.shots[0]?.description ?? '')).slice(
    0,
    LENGTH_OF_TITLE,
  );

/** What have you got? A production begun from whatever there is, and those that are there. */
export function StartScreen({ me }: { me: Me }) {
  const heads = useQuery({
    queryKey: ['heads'],
    queryFn: () => call(listHeads, { params: {} }),
    staleTime: 0,
  });
  const [title, setTitle] = useDraft('production-title');
  const [text, setText] = useDraft('start-text');
  const [kind, setKind] = useState<JobKind>('shots');
  const [problem, setProblem] = useState('');
  const [busy, setBusy] = useState(false);
  const navigate = useNavigate();

  /** `left` is what of the pasted text nobody understood: it waits where the production is pasted into; null when the text was not used. */
  const begin = (
    name: string,
    opsOf: (made: Production) => readonly Op[],
    { goTo, left }: { goTo: string; left: readonly string[] | null },
  ) => {
    const fields = productionFields.safeParse({ ...PRODUCTION_DEFAULTS, title: name });
    if (!fields.success) {
      setProblem(fields.error.issues[0]?.message ?? '');
      return;
    }
    setBusy(true);
    call(makeProduction, { params: {}, body: { id: newId(), ...fields.data } })
      .then(async (made) => {
        await change(made.id, 'Begun', opsOf(made));
        setTitle('');
        if (left) setText('');
        if (left?.length) {
          keepDraft(startDraft(made.id), left.join('\n'));
          tell(`${formatCount(left.length, 'line')} not understood: waiting under Brief, Paste to start.`);
        }
        void queries.invalidateQueries({ queryKey: ['heads'] });
        void navigate(screenLink(made.id, null, goTo));
      })
      .catch((e: unknown) => setProblem(wordsOf(e)))
      .finally(() => setBusy(false));
  };
  const fromTemplate = (t: Template) =>
    begin(title.trim() || t.title, (made) => planTemplate(t, { newId, shotNumbers: made.shotNumbers }) as Op[], {
      goTo: 'scenes',
      left: null,
    });
  if (heads.isPending) return <Loading what="the productions" />;
  if (!heads.data) return <Trouble error={heads.error} again={() => void heads.refetch()} />;
  return (
    <Box
      as="main"
      maxW="1240px"
      mx="auto"
      px={{ base: 4, md: 6 }}
      py={6}
      display="grid"
      gridTemplateColumns={{ base: 'minmax(0, 1fr)', lg: 'minmax(0, 1fr) 300px' }}
      gap={8}
    >
      <Box minW={0}>
        <Box as="h1" fontSize="xxl" lineHeight="1.1" mb={4}>
          {heads.data.length ? 'What have you got?' : 'Kavrell. What have you got?'}
        </Box>
        <JobCards kind={kind} choose={setKind} />
        <StartPaste
          text={text}
          setText={setText}
          kind={kind}
          today={today()}
          aside={(read) => <StillMissing list={missingAfter(read, kind)} press={() => null} />}
        >
          {(read) => (
            <form
              onSubmit={(e) => {
                e.preventDefault();
                const found = text.trim() ? readStart(text, today()) : null;
                begin(
                  title.trim() || nameFrom(read ?? found),
                  (made) => (read ? planStart(read, noRows(made), { kind, newId, timeZone: timeZone() }) : []) as Op[],
                  {
                    goTo: read ? 'call-sheet' : 'brief',
                    left: read ? read.left.map((l) => l.text) : text.split(/\r?\n/).filter((l) => l.trim()),
                  },
                );
              }}
            >
              <FormField
                label="New production"
                error={problem || undefined}
                hint={title || !nameFrom(read) ? 'The name you call the job by' : `Without a name: “${nameFrom(read)}”`}
                input={{
                  value: title,
                  placeholder: nameFrom(read) || 'The Ninth Bell',
                  onChange: (e) => {
                    setProblem('');
                    setTitle(e.target.value);
                  },
                }}
              />
              <Flex gap={3} align="center" wrap="wrap">
                <Button type="submit" look="primary" disabled={busy}>
                  {read ? 'Begin with this' : 'Begin'}
                </Button>
                <Box color="soft">Nothing is sent to anybody; all of it can be changed.</Box>
              </Flex>
            </form>
          )}
        </StartPaste>
      </Box>
      <Box minW={0}>
        <Productions heads={heads.data} me={me} />
        <BringIn />
        <CalendarLink />
        <Box mt={4}>
          <Link to="/own-kit">Own kit, rates, your details on invoices</Link>
        </Box>
        <TemplateList busy={busy} fromTemplate={fromTemplate} />
      </Box>
    </Box>
  );
}

/** Kinds of job to begin from. */
function TemplateList({ busy, fromTemplate }: { busy: boolean; fromTemplate: (t: Template) => void }) {
  return (
    <>
      <Box as="h2" fontSize="m" fontWeight="400" color="soft" mt={8} mb={1}>
        Begin from a kind of job
      </Box>
      {TEMPLATES.map((t) => (
        <Box key={t.key} borderTop="1px solid" borderColor="hairline">
          <Box
            as="button"
            w="100%"
            py={2}
            minH="44px"
            textAlign="left"
            aria-disabled={busy}
            title={`Bring: ${t.kit.join('; ')}`}
            onClick={() => fromTemplate(t)}
          >
            {t.title}
          </Box>
        </Box>
      ))}
    </>
  );
}
