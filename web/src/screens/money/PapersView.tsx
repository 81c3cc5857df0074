import { Box, Flex } from '@chakra-ui/react';
import { useState } from 'react';
import { creditPaper, paperPdf, paperXml, pathOf } from '@kavrell/contract';
import { outstandingMinor, standingInvoices } from '@kavrell/core/jobMoney';
import { PAPER_KIND_WORDS, type MoneyPaper } from '@kavrell/core/money';
import { dateOf } from '@kavrell/core/time';
import { formatDate, formatMoney } from '@kavrell/core/units';
import { positionAfter } from '@kavrell/core/records';
import { useProduction } from '../../app/production.tsx';
import { productionNow } from '../../platform/clock.ts';
import { call } from '../../platform/api.ts';
import { newId } from '../../platform/id.ts';
import { tell } from '../../platform/notices.ts';
import { change } from '../../platform/rows.ts';
import { WithHouseRows } from '../../shared/house/WithHouseRows.tsx';
import { Button, LinkButton } from '../../ui/Button.tsx';
import { Look, Part, Tag, Why } from '../../ui/parts.tsx';
import { Problem } from '../../ui/Problem.tsx';
import { Sheet } from '../../ui/sheet.tsx';
import { issueTrouble } from './issueTrouble.ts';
import { IssueForm } from './IssueForm.tsx';
import { PayerPart } from './PayerPart.tsx';
import { QuoteWords } from './QuoteWords.tsx';
import { useMoney } from './useMoney.ts';
import { VersionPick } from './VersionPick.tsx';

const SENDERS = ['senders'] as const;

/** What goes out to who pays: a quote, deposit and parts, the invoice, a credit. Issued once, never changed. */
export function PapersView() {
  const { rows } = useProduction();
  const money = useMoney();
  const papers = [...rows.moneyPapers].sort((a, b) => b.atMs - a.atMs);
  return (
    <>
      <VersionPick money={money} />
      {papers.length > 0 ? (
        <Box as="section" aria-label="Issued" mb={6}>
          <Box as="h2" fontSize="m" mb={1}>
            Issued
          </Box>
          <Box as="ul" display="grid">
            {papers.map((p) => (
              <Issued key={p.id} paper={p} />
            ))}
          </Box>
        </Box>
      ) : null}
      {money.isStored ? (
        <WithHouseRows tables={SENDERS} what="your own details">
          {({ senders }) => <IssueForm money={money} sender={senders[0] ?? null} />}
        </WithHouseRows>
      ) : (
        <Box color="soft">Begin the estimate: a quote is made out of it.</Box>
      )}
      <Sheet>
        <PayerPart money={money} />
        {money.isStored ? <QuoteWords money={money} /> : null}
        <Why
          lines={[
            'Numbers go up by themselves and none is given twice, also when a job is deleted. What is issued is never changed: an invoice is taken back whole by a credit, and issued anew.',
            'A deposit or part is its share of the net sum, parted among the tax rates; the last invoice holds every line, and takes off what was invoiced. Each paper’s tax is reckoned on its own net.',
            'Invoice data is UBL 2.1 by EN 16931.',
          ]}
        />
        <Part title="Care">
          What an invoice must say, and how long it is kept, follows the law of the place. Deleting a job deletes its
          papers here: fetch them first.
        </Part>
      </Sheet>
    </>
  );
}

function Issued({ paper }: { paper: MoneyPaper }) {
  const { production, rows } = useProduction();
  const [problem, setProblem] = useState('');
  // Pressed again after an answer that was lost, it is the same credit.
  const [creditId] = useState(newId);
  const params = { productionId: production.id, paperId: paper.id };
  const stands = standingInvoices(rows.moneyPapers).includes(paper);
  const credit = rows.moneyPapers.find((p) => p.kind === 'credit' && p.ofPaperId === paper.id);
  const left = outstandingMinor(paper, rows.moneyPapers, rows.payments);
  const today = dateOf(productionNow(production), 'UTC');
  const takeBack = () => {
    setProblem('');
    call(creditPaper, {
      params,
      body: { id: creditId, issuedOn: today < paper.issuedOn ? paper.issuedOn : today, count: null },
    }).then(
      ({ number }) => tell(`${paper.number} was taken back by ${number}.`),
      (e: unknown) => setProblem(issueTrouble(e)),
    );
  };
  const paid = () =>
    void change(production.id, `${paper.number} paid`, [
      {
        ...{ op: 'insert' as const, table: 'payments' as const },
        values: {
          ...{
            way: 'in',
            paperId: paper.id,
            personId: null,
            name: paper.content.payer.name.slice(0, 120),
            amountMinor: left,
            currency: paper.content.currency,
          },
          ...{ onDate: today, note: '', position: positionAfter(rows.payments) },
        },
      },
    ]);
  return (
    <Box as="li" py={2} borderTop="1px solid" borderColor="hairline" data-paper={paper.number}>
      <Flex gap={3} wrap="wrap" align="center">
        <Box flex="1" minW="220px">
          <Box fontWeight="700">
            {PAPER_KIND_WORDS[paper.kind]} {paper.number}
          </Box>
          <Box color="soft">
            {formatDate(paper.issuedOn, { year: true })}, {paper.content.payer.name}
            {paper.dueOn
              ? `, ${paper.kind === 'quote' ? 'holds until' : 'due'} ${formatDate(paper.dueOn, { year: true })}`
              : ''}
          </Box>
        </Box>
        <Box fontWeight="700">{formatMoney(paper.content.grossMinor, paper.content.currency, { cents: true })}</Box>
        {credit ? <Tag>taken back by {credit.number}</Tag> : null}
        {stands ? (
          left <= 0 ? (
            <Tag>paid</Tag>
          ) : paper.dueOn && paper.dueOn < today ? (
            <Look>overdue</Look>
          ) : (
            <Tag>open</Tag>
          )
        ) : null}
      </Flex>
      <Flex gap={2} wrap="wrap" mt={1}>
        <LinkButton size="small" href={pathOf(paperPdf, params)} target="_blank" rel="noreferrer">
          PDF
        </LinkButton>
        {paper.kind !== 'quote' ? (
          <LinkButton size="small" href={pathOf(paperXml, params)} download>
            Invoice data (XML)
          </LinkButton>
        ) : null}
        {stands && left > 0 ? (
          <Button size="small" onClick={paid}>
            {formatMoney(left, paper.content.currency)} came in today
          </Button>
        ) : null}
        {stands ? (
          <Button size="small" onClick={takeBack}>
            Take it back with a credit
          </Button>
        ) : null}
      </Flex>
      {problem ? <Problem mt={2}>{problem}</Problem> : null}
    </Box>
  );
}
