import { Box, Flex } from '@chakra-ui/react';
import type { ChangeStanding } from '@kavrell/core/jobMoney';
import { scopeChangeFields, type ScopeChange } from '@kavrell/core/money';
import { dateOf } from '@kavrell/core/time';
import { formatDate, formatMinutes, formatMoney, moneyText, parseMinutes, parseMoney } from '@kavrell/core/units';
import { useProduction } from '../../app/production.tsx';
import { change } from '../../platform/rows.ts';
import { copyOwnLink } from '../../shared/people/ownLink.ts';
import { Button } from '../../ui/Button.tsx';
import { FieldEdit } from '../../ui/FieldEdit.tsx';
import { Facts, Look, Part, Why } from '../../ui/parts.tsx';
import { pricedBy } from './pricedBy.ts';
import type { Money } from './useMoney.ts';

const day = (ms: number) => formatDate(dateOf(ms, 'UTC'), { year: true });

/** One change: its words, what it costs by the plan, whom it is put to, and what became of it. */
export function ChangeSheet({
  change: c,
  standing,
  money,
}: {
  change: ScopeChange;
  standing: ChangeStanding;
  money: Money;
}) {
  const { production, rows } = useProduction();
  const { currency } = money;
  const save = (values: Partial<ScopeChange>, label = `Change of scope: ${c.title}`) =>
    void change(production.id, label, [{ op: 'update', table: 'scopeChanges', row: c, values }]);
  const common = {
    fields: scopeChangeFields,
    save: (values: Record<string, unknown>) => save(values as Partial<ScopeChange>),
  };
  const entry = rows.logEntries.find((e) => e.id === c.sourceId);
  const price = pricedBy(c.minutes, c.source, entry?.dayId ?? null, money);
  const isInvoiced = rows.moneyPapers.some((p) => p.content.changeIds.includes(c.id));
  return (
    <>
      <Part>
        <h2>{c.title}</h2>
        <Standing change={c} standing={standing} />
        {isInvoiced ? (
          <Box color="soft">It stands on an invoice that was issued: what is changed here is not changed there.</Box>
        ) : null}
      </Part>
      <Part title="What changes">
        <FieldEdit {...common} label="In words" value={c.title} set={(title) => ({ title })} />
        <FieldEdit {...common} label="Detail" lines={3} value={c.detail} set={(detail) => ({ detail })} />
        <FieldEdit {...common} label="Who asked for it" value={c.askedBy} set={(askedBy) => ({ askedBy })} />
        <FieldEdit
          {...common}
          label={c.source === 'deliverable' ? 'Minutes more to deliver' : 'It takes'}
          hint="Such as 45 or 1h20; empty: nobody said"
          value={c.minutes === null ? '' : String(c.minutes)}
          set={(t) => ({ minutes: t.trim() === '' ? null : parseMinutes(t) })}
        />
      </Part>
      <Part title="Price">
        <FieldEdit
          {...common}
          label={`Net (${currency})`}
          hint="Less than nothing: it makes the job cheaper"
          value={moneyText(c.priceMinor, currency)}
          set={(t) => ({ priceMinor: t.trim() === '' ? null : parseMoney(t, currency, { signed: true }) })}
        />
        {price ? (
          <>
            <Facts
              rows={[
                ['It costs you', formatMoney(price.costMinor, currency)],
                ['At the price of the job', formatMoney(price.worthMinor, currency)],
              ]}
            />
            {c.priceMinor !== price.suggestedMinor ? (
              <Button size="small" mt={2} onClick={() => save({ priceMinor: price.suggestedMinor })}>
                Ask for {formatMoney(price.suggestedMinor, currency)}
              </Button>
            ) : null}
          </>
        ) : (
          <Box color="soft">
            {c.minutes === null
              ? 'Say how long it takes, and it is priced by the plan.'
              : 'No rate of a minute delivered: write one down under Rates.'}
          </Box>
        )}
      </Part>
      <Asking change={c} save={save} />
      <Part title="Said by word of mouth">
        <FieldEdit {...common} label="Who said so" value={c.saidBy} set={(saidBy) => ({ saidBy })} />
        <Flex gap={2} wrap="wrap" mt={2}>
          {(
            [
              ['agreed', 'They agreed'],
              ['declined', 'They declined'],
              ['free', 'Done for nothing'],
              ['open', 'Not asked yet'],
            ] as const
          ).map(([state, words]) => (
            <Button
              key={state}
              size="small"
              look={c.state === state ? 'on' : 'plain'}
              aria-pressed={c.state === state}
              onClick={() => save({ state })}
            >
              {words}
            </Button>
          ))}
        </Flex>
      </Part>
      <Part>
        <Button
          size="small"
          onClick={() =>
            void change(production.id, `Change deleted: ${c.title}`, [{ op: 'delete', table: 'scopeChanges', row: c }])
          }
        >
          Delete it
        </Button>
      </Part>
      {price ? <Why lines={price.why} /> : null}
    </>
  );
}

function Standing({ change: c, standing }: { change: ScopeChange; standing: ChangeStanding }) {
  if (standing.changedSince) return <Look>They answered, and it was changed since: it must be asked anew.</Look>;
  if (standing.at?.link)
    return (
      <Box data-standing>
        {standing.state === 'agreed' ? 'Agreed' : 'Declined'} by {standing.at.by} by their link on{' '}
        {day(standing.at.atMs)}.
      </Box>
    );
  if (standing.state === 'asked')
    return (
      <Box data-standing>
        {standing.openedAtMs === null
          ? 'The link was made; nobody opened it yet.'
          : `Opened on ${day(standing.openedAtMs)}, no answer yet.`}
      </Box>
    );
  if (standing.state === 'agreed' || standing.state === 'declined')
    return (
      <Box data-standing>
        {standing.state === 'agreed' ? 'Agreed' : 'Declined'} by word of mouth{c.saidBy ? `, ${c.saidBy}` : ''}; noted
        by you.
      </Box>
    );
  return <Box data-standing>{standing.state === 'free' ? 'Done for nothing.' : 'Not asked yet.'}</Box>;
}

/** Puts the change to somebody by their personal link. */
function Asking({
  change: c,
  save,
}: {
  change: ScopeChange;
  save: (values: Partial<ScopeChange>, label?: string) => void;
}) {
  const { production, rows } = useProduction();
  const clients = rows.people.filter((p) => p.kind === 'client');
  const list = clients.length > 0 ? clients : rows.people;
  const person = rows.people.find((p) => p.id === c.askedOfId) ?? null;
  const ask = async () => {
    // Nobody was asked before there is a link.
    if (person && (await copyOwnLink(production.id, person, 'changes')))
      save({ state: 'asked' }, `Asked ${person.shortName}: ${c.title}`);
  };
  return (
    <Part title="Asked by a link">
      {list.length === 0 ? (
        <Box color="soft">Put whoever pays among the people, as a client: they get a link to say yes or no.</Box>
      ) : (
        <>
          <FieldEdit
            label="Whom"
            value={c.askedOfId ?? ''}
            fields={scopeChangeFields}
            options={[['', 'nobody yet'], ...list.map((p) => [p.id, p.name] as const)]}
            set={(id) => ({ askedOfId: id || null })}
            save={(values) => save(values)}
          />
          <Button size="small" mt={2} disabled={!person || c.priceMinor === null} onClick={() => void ask()}>
            {c.state === 'asked' ? 'Copy the link again' : 'Ask, and copy the link'}
          </Button>
          {c.priceMinor === null ? (
            <Box color="soft">
              It needs a price first. {c.minutes === null ? '' : `It takes ${formatMinutes(c.minutes)}.`}
            </Box>
          ) : null}
        </>
      )}
    </Part>
  );
}
