import { Box, Flex } from '@chakra-ui/react';
import { schoolsOf, usageEnds } from '@kavrell/core/jobMoney';
import { USAGE_DEFAULTS, usageCost, usageFields, type UsageRow } from '@kavrell/core/money';
import { positionAfter } from '@kavrell/core/records';
import {
  formatCount,
  formatDate,
  formatMoney,
  moneyText,
  parseMoney,
  parseNumber,
  parseShare,
} from '@kavrell/core/units';
import { usePlanned } from '../../app/production.tsx';
import { newId } from '../../platform/id.ts';
import { change } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';
import { FieldEdit } from '../../ui/FieldEdit.tsx';
import { Empty, Look, Part, Why } from '../../ui/parts.tsx';
import { useHashSelection } from '../../ui/selection.ts';
import { Sheet } from '../../ui/sheet.tsx';
import { UsageChart } from './UsageChart.tsx';

const YEARS = 10;

/** Who is shown, and what that costs over the years by both schools: an agency’s uses by the year, or a buy-out. */
export function UsageView() {
  const { production, rows } = usePlanned();
  const [chosenId, choose] = useHashSelection();
  const chosen = rows.usages.find((u) => u.id === chosenId) ?? rows.usages[0];
  const add = () => {
    const id = newId();
    const talent = rows.people
      .filter((p) => p.kind === 'talent')
      .find((p) => !rows.usages.some((u) => u.personId === p.id));
    const values = {
      ...USAGE_DEFAULTS,
      personId: talent?.id ?? null,
      name: talent?.name ?? 'Who is shown',
      position: positionAfter(rows.usages),
    };
    void change(production.id, 'Usage of somebody who is shown', [{ op: 'insert', table: 'usages', id, values }]);
    choose(id);
  };
  const addButton = <Button onClick={add}>Somebody who is shown</Button>;
  if (!chosen)
    return (
      <Empty title="Nobody’s usage yet" action={addButton}>
        An advert that runs a second year costs a second year of the face in it. Write down what the agency asks by
        territory, medium and year, and what a buy-out would cost: the year in which one overtakes the other is found
        here, and renewals become dates.
      </Empty>
    );
  return (
    <>
      <Flex gap={2} wrap="wrap" mb={4}>
        {rows.usages.map((u) => (
          <Button
            key={u.id}
            size="small"
            look={u.id === chosen.id ? 'on' : 'plain'}
            aria-pressed={u.id === chosen.id}
            onClick={() => choose(u.id)}
          >
            {u.name}
          </Button>
        ))}
        {addButton}
      </Flex>
      <OneUsage key={chosen.id} usage={chosen} />
      <Sheet>
        <UsageFields key={chosen.id} usage={chosen} />
        <Why
          lines={[
            'Agency: the fee and each year’s uses, with its commission; a renewal rises on the year before, rounded. Freelance: the fee and the buy-out, bought again when its years are over.',
            'All uses are taken to be renewed each year. What a buy-out covers is what its contract says.',
          ]}
        />
        <Part title="Care">What may be shown where and how long is what was signed; consents stand in People.</Part>
      </Sheet>
    </>
  );
}

function OneUsage({ usage }: { usage: UsageRow }) {
  const { production } = usePlanned();
  const { currency } = production;
  const { byYear, overtakes } = usageCost({ ...schoolsOf(usage), years: YEARS });
  const say = (minor: number) => formatMoney(minor, currency);
  const [first, last] = [byYear[0]!, byYear.at(-1)!];
  const ends = usageEnds(usage);
  const cheaper =
    last.agencyMinor === last.freelanceMinor ? null : last.agencyMinor < last.freelanceMinor ? 'agency' : 'freelance';
  return (
    <Box data-usage={usage.name}>
      <Box fontSize="l" fontWeight="700" mb={1} data-overtakes>
        {overtakes
          ? `From year ${overtakes.year} on ${overtakes.cheaper === 'agency' ? 'the agency' : 'the buy-out'} is the cheaper`
          : cheaper === null
            ? 'Both cost the same'
            : `${cheaper === 'agency' ? 'The agency' : 'The buy-out'} is the cheaper over all ${YEARS} years`}
      </Box>
      <Box color="soft" mb={3}>
        One year: agency {say(first.agencyMinor)}, buy-out {say(first.freelanceMinor)}. {YEARS} years: agency{' '}
        {say(last.agencyMinor)}, buy-out {say(last.freelanceMinor)}.
      </Box>
      <UsageChart byYear={byYear} currency={currency} overtakes={overtakes?.year ?? null} />
      {ends ? (
        <Box mt={3} role="status">
          <Look>Paid until {formatDate(ends.date, { year: true })}</Look>: then it is renewed for{' '}
          {formatMoney(ends.againMinor, production.currency)}, or nobody shows it any more. It stands in the calendar.
        </Box>
      ) : (
        <Box mt={3} color="soft">
          {usage.taken === ''
            ? 'Nothing is agreed yet: say beside which it is, and from when.'
            : usage.fromDate === null
              ? 'Say beside from when it is used: then its end becomes a date.'
              : 'It holds for ever.'}
        </Box>
      )}
    </Box>
  );
}

function UsageFields({ usage: u }: { usage: UsageRow }) {
  const { production, rows } = usePlanned();
  const { currency } = production;
  const save = (values: Record<string, unknown>) =>
    void change(production.id, `Usage: ${u.name}`, [{ op: 'update', table: 'usages', row: u, values }]);
  const common = { fields: usageFields, save };
  const money = (label: string, field: 'freelanceFeeMinor' | 'buyOutMinor') => (
    <FieldEdit
      {...common}
      label={`${label} (${currency})`}
      value={moneyText(u[field], currency)}
      set={(t) => ({ [field]: parseMoney(t, currency) })}
    />
  );
  return (
    <>
      <Part title="Who">
        <FieldEdit {...common} label="Who or what is shown" value={u.name} set={(name) => ({ name })} />
        <FieldEdit
          {...common}
          label="Person"
          value={u.personId ?? ''}
          options={[['', 'nobody of the job'], ...rows.people.map((p) => [p.id, p.name] as const)]}
          set={(id) => ({ personId: id || null })}
        />
      </Part>
      <AgencyFields usage={u} save={save} />
      <Part title="Freelance, bought out">
        {money('Their fee', 'freelanceFeeMinor')}
        {money('Buy-out', 'buyOutMinor')}
        <FieldEdit
          {...common}
          label="It holds so many years"
          hint="Empty: for ever"
          value={u.buyOutYears === null ? '' : String(u.buyOutYears)}
          set={(t) => ({ buyOutYears: t.trim() === '' ? null : parseNumber(t, 'How many years') })}
        />
      </Part>
      <Part title="Agreed">
        <FieldEdit
          {...common}
          label="Which"
          value={u.taken}
          options={[
            ['', 'nothing yet'],
            ['agency', 'by the agency'],
            ['freelance', 'bought out'],
          ]}
          set={(taken) => ({ taken })}
        />
        <FieldEdit
          {...common}
          date
          label="Used from"
          value={u.fromDate ?? ''}
          set={(t) => ({ fromDate: t.trim() || null })}
        />
        <Button
          size="small"
          mt={2}
          onClick={() =>
            void change(production.id, `Usage of ${u.name} deleted`, [{ op: 'delete', table: 'usages', row: u }])
          }
        >
          Delete it
        </Button>
        <Box color="soft" mt={2}>
          {formatCount(u.uses.length, 'use')} of the agency.
        </Box>
      </Part>
    </>
  );
}

/** What an agency asks for: its fee, each use by the year, what a renewal rises by, for how many years it is paid. */
function AgencyFields({ usage: u, save }: { usage: UsageRow; save: (values: Record<string, unknown>) => void }) {
  const { currency } = usePlanned().production;
  const common = { fields: usageFields, save };
  const setUse = (i: number, values: Partial<UsageRow['uses'][number]>) => ({
    uses: u.uses.map((x, j) => (j === i ? { ...x, ...values } : x)),
  });
  return (
    <Part title="By an agency">
      <FieldEdit
        {...common}
        label={`Fee (${currency})`}
        value={moneyText(u.agencyFeeMinor, currency)}
        set={(t) => ({ agencyFeeMinor: parseMoney(t, currency) })}
      />
      {u.uses.map((x, i) => (
        <Box key={i} borderTop="1px solid" borderColor="hairline" pt={1} mt={1}>
          <FieldEdit
            {...common}
            label={`Territory ${i + 1}`}
            value={x.territory}
            set={(territory) => setUse(i, { territory })}
          />
          <FieldEdit {...common} label={`Medium ${i + 1}`} value={x.medium} set={(medium) => setUse(i, { medium })} />
          <FieldEdit
            {...common}
            label={`A year of it ${i + 1} (${currency})`}
            value={moneyText(x.yearMinor, currency)}
            set={(t) => setUse(i, { yearMinor: parseMoney(t, currency) })}
          />
          <Button size="small" onClick={() => save({ uses: u.uses.filter((_, j) => j !== i) })}>
            Without this use
          </Button>
        </Box>
      ))}
      <Button
        size="small"
        mt={2}
        onClick={() => save({ uses: [...u.uses, { territory: 'here', medium: 'online', yearMinor: 0 }] })}
      >
        Add a use
      </Button>
      <FieldEdit
        {...common}
        label="A renewal costs more by, %"
        value={String(u.riseBp / 100)}
        set={(t) => ({ riseBp: parseShare(t) })}
      />
      <FieldEdit
        {...common}
        label="Agency’s commission, %"
        value={String(u.commissionBp / 100)}
        set={(t) => ({ commissionBp: parseShare(t) })}
      />
      <FieldEdit
        {...common}
        label="Years paid for"
        value={String(u.paidYears)}
        set={(t) => ({ paidYears: parseNumber(t, 'How many years') })}
      />
    </Part>
  );
}
