import { Box, Flex } from '@chakra-ui/react';
import { estimateFields, NIGHT_SCHOOLS, NIGHT_WORDS, SCHOOLS, SCHOOL_WORDS } from '@kavrell/core/money';
import { formatCount, moneyText, parseMoney, parseNumber, parseShare } from '@kavrell/core/units';
import { usePlanned } from '../../app/production.tsx';
import { change } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';
import { FieldEdit } from '../../ui/FieldEdit.tsx';
import { Part, Tag } from '../../ui/parts.tsx';
import { Tick } from '../../ui/Tick.tsx';
import { Unfold } from '../../ui/Unfold.tsx';
import { ContingencyField } from './ContingencyField.tsx';
import { openVersion, type Money } from './useMoney.ts';
import { chooseVersion } from './versions.ts';

/** What makes this version another than the plan, and how it is priced. */
export function VersionFields({ money }: { money: Money }) {
  const { production, rows } = usePlanned();
  const { version, save } = money;
  const common = { fields: estimateFields, save: (values: Record<string, unknown>) => save(values) };
  const remove = () => {
    const typed = rows.estimateLines.filter((l) => l.estimateId === version.id);
    void change(production.id, `The version “${version.name}” deleted`, [
      ...typed.map((row) => ({ op: 'delete' as const, table: 'estimateLines' as const, row })),
      { op: 'delete' as const, table: 'estimates' as const, row: version },
    ]);
    openVersion('');
  };
  return (
    <>
      <Part title="This version">
        <FieldEdit {...common} label="Name" value={version.name} set={(name) => ({ name })} />
        <Flex gap={2} wrap="wrap" mt={1}>
          {version.chosen ? (
            <Tag>the job is done by it</Tag>
          ) : (
            <Button size="small" onClick={() => chooseVersion(production.id, rows.estimates, version.id, version.name)}>
              Do the job by this one
            </Button>
          )}
          {rows.estimates.length > 1 ? (
            <Button size="small" onClick={remove}>
              Delete this version
            </Button>
          ) : null}
        </Flex>
      </Part>
      <WhoAndWhen money={money} />
      <Pricing money={money} />
    </>
  );
}

/** Who does it, on how many days, at which pace, and one’s own hours beside. */
function WhoAndWhen({ money: { version, save, figures } }: { money: Money }) {
  const { rows } = usePlanned();
  const common = { fields: estimateFields, save: (values: Record<string, unknown>) => save(values) };
  const working = rows.people.filter((p) => p.kind === 'crew' || p.kind === 'talent');
  const toggled = (list: readonly string[], id: string, off: boolean) =>
    off ? [...list, id] : list.filter((x) => x !== id);
  return (
    <Part title="Who and when">
      <FieldEdit
        {...common}
        label="You are"
        value={version.selfId ?? ''}
        options={[
          ['', 'nobody said'],
          ...rows.people.filter((p) => p.kind === 'crew').map((p) => [p.id, p.name] as const),
        ]}
        set={(id) => ({ selfId: id || null })}
      />
      <FieldEdit
        {...common}
        label="Shot on so many days"
        hint={`Empty: on the ${formatCount(figures.days.length, 'day')} of the plan`}
        value={version.dayCount === null ? '' : String(version.dayCount)}
        set={(t) => ({ dayCount: t.trim() === '' ? null : parseNumber(t, 'How many days') })}
      />
      <FieldEdit
        {...common}
        label="What is shot takes, % of the plan"
        value={String(version.pacePercent)}
        set={(t) => ({ pacePercent: parseNumber(t.replace('%', ''), 'The pace') })}
      />
      <FieldEdit
        {...common}
        label="Your hours before"
        value={String(version.hoursBefore)}
        set={(t) => ({ hoursBefore: parseNumber(t, 'How many hours') })}
      />
      <FieldEdit
        {...common}
        label="Your hours after"
        value={String(version.hoursAfter)}
        set={(t) => ({ hoursAfter: parseNumber(t, 'How many hours') })}
      />
      <FieldEdit
        {...common}
        label="Nights"
        value={version.nights}
        options={NIGHT_SCHOOLS.map((n) => [n, NIGHT_WORDS[n]] as const)}
        set={(nights) => ({ nights })}
      />
      <Unfold
        words={
          version.offPersonIds.length + version.offDayIds.length > 0
            ? 'People and days, some of them not'
            : 'People and days, all of them'
        }
      >
        <Box display="grid" gap={1} mt={2}>
          {rows.days.map((d) => (
            <Tick
              key={d.id}
              checked={!version.offDayIds.includes(d.id)}
              onChange={(on) => save({ offDayIds: toggled(version.offDayIds, d.id, !on) })}
            >
              Day {d.number}
            </Tick>
          ))}
          {working.map((p) => (
            <Tick
              key={p.id}
              checked={!version.offPersonIds.includes(p.id)}
              onChange={(on) => save({ offPersonIds: toggled(version.offPersonIds, p.id, !on) })}
            >
              {p.name}
            </Tick>
          ))}
        </Box>
      </Unfold>
    </Part>
  );
}

/** How the price is made, and what comes on top. */
function Pricing({ money }: { money: Money }) {
  const { version, currency, save } = money;
  const common = { fields: estimateFields, save: (values: Record<string, unknown>) => save(values) };
  return (
    <Part title="The price">
      <FieldEdit
        {...common}
        label="Made by"
        value={version.school}
        options={SCHOOLS.map((s) => [s, SCHOOL_WORDS[s]] as const)}
        set={(school) => ({ school })}
      />
      {version.school === 'flat' ? (
        <FieldEdit
          {...common}
          label={`Flat price, net (${currency})`}
          value={moneyText(version.flatMinor, currency)}
          set={(t) => ({ flatMinor: t.trim() === '' ? null : parseMoney(t, currency) })}
        />
      ) : null}
      {version.school === 'pieces' ? <PiecePrices money={money} /> : null}
      <ContingencyField money={money} />
      {version.school === 'rates' ? (
        <FieldEdit
          {...common}
          label="Margin, %"
          value={String(version.marginBp / 100)}
          set={(t) => ({ marginBp: parseShare(t) })}
        />
      ) : null}
      <FieldEdit
        {...common}
        label="Agency or platform keeps, %"
        value={String(version.commissionBp / 100)}
        set={(t) => ({ commissionBp: parseShare(t) })}
      />
      <FieldEdit
        {...common}
        label="Tax, %"
        value={String(version.taxBp / 100)}
        set={(t) => ({ taxBp: parseShare(t) })}
      />
      <FieldEdit
        {...common}
        label="Tax is rounded"
        value={version.taxBy}
        options={[
          ['total', 'once for each rate'],
          ['line', 'line by line'],
        ]}
        set={(taxBy) => ({ taxBy })}
      />
      <FieldEdit
        {...common}
        label={`Rounded to steps of (${currency})`}
        value={moneyText(version.roundToMinor, currency)}
        set={(t) => ({ roundToMinor: parseMoney(t, currency) })}
      />
    </Part>
  );
}

/** A price for each deliverable, all its pieces together. */
function PiecePrices({ money: { version, currency, save } }: { money: Money }) {
  const { rows } = usePlanned();
  if (rows.deliverables.length === 0)
    return <Box color="look">Nothing is to be delivered yet: say what, in Brief.</Box>;
  return (
    <>
      {rows.deliverables.map((d) => (
        <FieldEdit
          key={d.id}
          label={`${d.title} (${currency})`}
          value={moneyText(version.piecePrices[d.id] ?? null, currency)}
          fields={estimateFields}
          set={(t) => {
            const { [d.id]: _was, ...rest } = version.piecePrices;
            return { piecePrices: t.trim() === '' ? rest : { ...rest, [d.id]: parseMoney(t, currency) } };
          }}
          save={(values) => save(values)}
        />
      ))}
    </>
  );
}
