import { Box, Flex, Input } from '@chakra-ui/react';
import { useState } from 'react';
import { Link } from 'react-router';
import { issuePaper } from '@kavrell/contract';
import { composePaper, paperDoubts, paperLacks, paperWhy, type PaperSources } from '@kavrell/core/jobMoney';
import { PAPER_KIND_WORDS, type PaperContent, type PaperKind, type Sender } from '@kavrell/core/money';
import { paperSourcesOf, SPENT_PARTS } from '@kavrell/core/productions';
import { addDays, dateOf, isCalendarDate } from '@kavrell/core/time';
import { formatCount, parseShare } from '@kavrell/core/units';
import { useProduction } from '../../app/production.tsx';
import { call, wordsOf } from '../../platform/api.ts';
import { newId } from '../../platform/id.ts';
import { tell } from '../../platform/notices.ts';
import { useOutbox } from '../../platform/outbox.ts';
import { useSome } from '../../platform/some.ts';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { DateInput } from '../../ui/DateInput.tsx';
import { FormField } from '../../ui/FormField.tsx';
import { Look, Part, Why } from '../../ui/parts.tsx';
import { Problem } from '../../ui/Problem.tsx';
import { issueTrouble } from './issueTrouble.ts';
import { PaperDrawn } from './PaperDrawn.tsx';
import type { Money } from './useMoney.ts';

type Kind = Exclude<PaperKind, 'credit'>;
const KINDS: readonly Kind[] = ['quote', 'deposit', 'part', 'final'];

interface Asked {
  kind: Kind;
  share: string;
  issuedOn: string;
  /** Null: as many days on as are usual. */
  due: string | null;
  count: string;
}
const noDate = (text: string) => (isCalendarDate(text) ? undefined : 'A date, such as 18 Mar 2027.');
const isPart = (kind: Kind) => kind === 'deposit' || kind === 'part';

/** The next paper as it would go out, what it still lacks, and the press that issues it. */
export function IssueForm({ money, sender }: { money: Money; sender: Sender | null }) {
  const { production, rows } = useProduction();
  const own = useSome(rows, SPENT_PARTS);
  const { version, estimate, nowMs } = money;
  const [asked, setAsked] = useState<Asked>({
    kind: rows.moneyPapers.some((p) => p.kind === 'quote') ? 'final' : 'quote',
    ...{ share: '30', issuedOn: dateOf(nowMs, 'UTC'), due: null, count: '' },
  });
  const { kind, share, issuedOn, due, count } = asked;
  const waiting = useOutbox((s) => s.entries.length);
  const [paperId, setPaperId] = useState(newId);
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState('');
  const usualDays = kind === 'quote' ? version.validDays : (sender?.dueDays ?? 30);
  const dueOn = due ?? (isCalendarDate(issuedOn) ? addDays(issuedOn, usualDays) : '');
  const isDated = isCalendarDate(issuedOn) && isCalendarDate(dueOn);
  const shareBp = isPart(kind) ? readShare(share) : 0;
  const sources = { ...paperSourcesOf(own, { version, estimate }), kind, shareBp: shareBp ?? 0, issuedOn, sender };
  const lacks = paperLacks(sources);
  const made =
    lacks.length > 0
      ? null
      : compose({ ...sources, sender: sender as Sender, payer: sources.payer as PaperSources['payer'] });
  const content = made && 'content' in made ? made.content : null;
  const issue = () => {
    if (!content) return;
    setBusy(true);
    setProblem('');
    const number = count.trim() === '' ? null : Number(count);
    call(issuePaper, {
      params: { productionId: production.id },
      body: {
        id: paperId,
        kind,
        estimateId: version.id,
        shareBp: shareBp ?? 0,
        issuedOn,
        dueOn,
        count: number,
        grossMinor: content.grossMinor,
      },
    })
      .then(
        ({ number: given }) => {
          tell(`${PAPER_KIND_WORDS[kind]} ${given} is issued: fetch the PDF above, and give it to who pays.`);
          setPaperId(newId());
          setAsked((was) => ({ ...was, count: '' }));
        },
        (e: unknown) => setProblem(issueTrouble(e)),
      )
      .finally(() => setBusy(false));
  };
  return (
    <Box as="section" aria-label="The next paper">
      <IssueFields
        asked={asked}
        set={(next) => {
          setAsked(next);
          // What is asked for now is another paper.
          setPaperId(newId());
        }}
        dueOn={dueOn}
        shareBp={shareBp}
      />
      {lacks.length > 0 ? (
        <Box role="status" mb={3} data-lacks>
          <Look>Still missing:</Look>
          <Box as="ul" listStyleType="disc" pl={5}>
            {lacks.map((l) => (
              <li key={l}>{l}</li>
            ))}
          </Box>
          <Link to="/own-kit?view=sender">Your own details and numbers</Link>
        </Box>
      ) : null}
      {made && 'problem' in made ? <Problem mb={3}>{made.problem}</Problem> : null}
      {content ? (
        <>
          {paperDoubts(sources).map((w) => (
            <Box key={w} role="status" mb={2}>
              <Look>{w}</Look>
            </Box>
          ))}
          <Button look="primary" disabled={busy || waiting > 0 || !isDated} onClick={issue} mb={2}>
            {busy ? 'Issuing …' : `Issue the ${PAPER_KIND_WORDS[kind].toLowerCase()}`}
          </Button>
          <Box color="soft" mb={3}>
            {waiting > 0
              ? `${formatCount(waiting, 'change')} still on the way to the server: it can be issued once all is saved.`
              : 'It gets its number and can’t be changed after. Nothing is sent: you give the PDF to who pays.'}
          </Box>
          {problem ? <Problem mb={3}>{problem}</Problem> : null}
          <PaperDrawn content={content} title={PAPER_KIND_WORDS[kind]} />
          <Part>
            <Why lines={paperWhy(content, version)} />
          </Part>
        </>
      ) : null}
    </Box>
  );
}

/** What is asked for: the kind, the dates, the share of a deposit or part, and a number by hand. */
function IssueFields({
  asked,
  set,
  dueOn,
  shareBp,
}: {
  asked: Asked;
  set: (asked: Asked) => void;
  dueOn: string;
  shareBp: number | null;
}) {
  return (
    <Flex gap={3} wrap="wrap" align="flex-start" mb={2}>
      <Box w="170px">
        <FormField label="What">
          {(props) => (
            <Choice {...props} value={asked.kind} onChange={(e) => set({ ...asked, kind: e.target.value as Kind })}>
              {KINDS.map((k) => (
                <option key={k} value={k}>
                  {k === 'final' ? 'Invoice, all that is left' : PAPER_KIND_WORDS[k]}
                </option>
              ))}
            </Choice>
          )}
        </FormField>
      </Box>
      {isPart(asked.kind) ? (
        <Box w="110px">
          <FormField label="Share, %" error={shareBp === null ? 'A share such as 30.' : undefined}>
            {(props) => (
              <Input {...props} value={asked.share} onChange={(e) => set({ ...asked, share: e.target.value })} />
            )}
          </FormField>
        </Box>
      ) : null}
      <Box w="170px">
        <FormField label="Dated" error={noDate(asked.issuedOn)}>
          {(props) => (
            <DateInput
              {...props}
              label="Dated"
              value={asked.issuedOn}
              onChange={(issuedOn) => set({ ...asked, issuedOn })}
            />
          )}
        </FormField>
      </Box>
      <Box w="170px">
        <FormField label={asked.kind === 'quote' ? 'Holds until' : 'To be paid by'} error={noDate(dueOn)}>
          {(props) => <DateInput {...props} label="Due" value={dueOn} onChange={(due) => set({ ...asked, due })} />}
        </FormField>
      </Box>
      <Box w="140px">
        <FormField label="Number by hand" hint="Empty: the next one">
          {(props) => (
            <Input
              {...props}
              inputMode="numeric"
              value={asked.count}
              onChange={(e) => set({ ...asked, count: e.target.value.replace(/\D/g, '') })}
            />
          )}
        </FormField>
      </Box>
    </Flex>
  );
}

function readShare(text: string): number | null {
  try {
    return parseShare(text);
  } catch {
    // Half a number: the field says what it wants.
    return null;
  }
}

function compose(sources: PaperSources): { content: PaperContent } | { problem: string } {
  try {
    return { content: composePaper(sources) };
  } catch (error) {
    return { problem: wordsOf(error) };
  }
}
