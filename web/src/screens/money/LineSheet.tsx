import { Flex } from '@chakra-ui/react';
import { Link } from 'react-router';
import type { EstimateLine } from '@kavrell/core/jobMoney';
import { estimateLineFields, SECTIONS, SECTION_WORDS, type TypedLine } from '@kavrell/core/money';
import { personFields } from '@kavrell/core/people';
import { positionAfter } from '@kavrell/core/records';
import { formatMoney, moneyText, parseMoney, parseNumber, parseShare } from '@kavrell/core/units';
import { screenLink } from '../../app/links.ts';
import { usePlanned } from '../../app/production.tsx';
import { change } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';
import { FieldEdit } from '../../ui/FieldEdit.tsx';
import { Facts, Part, Why } from '../../ui/parts.tsx';
import { Tick } from '../../ui/Tick.tsx';
import type { Money } from './useMoney.ts';

/** One line: what it comes to and why, another price in its place, left out, or for a typed one all its fields. */
export function LineSheet({ line, money, close }: { line: EstimateLine; money: Money; close: () => void }) {
  const { production, rows, day } = usePlanned();
  const { currency, version, isStored, save } = money;
  const person = rows.people.find((p) => p.id === line.personId && line.section === 'work');
  const row = rows.estimateLines.find((t) =>
    line.from === 'typed'
      ? `typed:${t.id}` === line.key
      : t.planKey === line.key && (t.estimateId === null || t.estimateId === version.id),
  );
  const byHand = () =>
    void change(production.id, `A price by hand: ${line.words}`, [
      {
        ...{ op: 'insert' as const, table: 'estimateLines' as const },
        values: {
          ...{
            estimateId: isStored ? version.id : null,
            planKey: line.key,
            section: line.section,
            words: line.words.slice(0, 160),
          },
          ...{ quantity: 1, unit: '', unitMinor: line.netMinor ?? 0, currency, taxBp: line.taxBp, own: line.own },
          position: positionAfter(rows.estimateLines),
        },
      },
    ]);
  const remove = (words: string) => {
    if (row) void change(production.id, words, [{ op: 'delete', table: 'estimateLines', row }]);
    close();
  };
  return (
    <>
      <Part>
        <h2>{line.words}</h2>
        <Facts
          rows={[
            ['Net', line.netMinor === null ? 'no price' : formatMoney(line.netMinor, currency)],
            ['Tax', `${line.taxBp / 100}\u00a0%`],
            ['Goes to', line.own ? 'you' : 'others'],
          ]}
        />
      </Part>
      {row ? <TypedFields row={row} /> : null}
      {person && line.netMinor === null && !row ? (
        <Part>
          <FieldEdit
            label={`Day rate of ${person.shortName}, for ten hours (${currency})`}
            value={moneyText(person.dayRateMinor, currency)}
            fields={personFields}
            set={(t) => ({ dayRateMinor: t.trim() === '' ? null : parseMoney(t, currency) })}
            save={(values) =>
              void change(production.id, `Day rate of ${person.shortName}`, [
                { op: 'update', table: 'people', row: person, values },
              ])
            }
          />
        </Part>
      ) : null}
      <Part>
        <Flex gap={2} wrap="wrap">
          {!row ? (
            <Button size="small" onClick={byHand}>
              Another price in its place
            </Button>
          ) : (
            <Button
              size="small"
              onClick={() =>
                remove(line.from === 'typed' ? `${line.words} taken away` : `The plan’s price again: ${line.words}`)
              }
            >
              {line.from === 'typed' ? 'Take it away' : 'Back to the plan’s price'}
            </Button>
          )}
          {line.from === 'plan' && isStored ? (
            <Button
              size="small"
              onClick={() => {
                save({ offKeys: [...version.offKeys, line.key] }, `Left out: ${line.words}`);
                close();
              }}
            >
              Leave it out of this version
            </Button>
          ) : null}
          {line.screen !== 'money' ? (
            <Link to={screenLink(production.id, day?.number ?? null, line.screen)}>Where it comes from</Link>
          ) : null}
        </Flex>
      </Part>
      <Why lines={line.why} />
    </>
  );
}

function TypedFields({ row }: { row: TypedLine }) {
  const { production, rows } = usePlanned();
  const save = (values: Record<string, unknown>) =>
    void change(production.id, `The line ${row.words}`, [{ op: 'update', table: 'estimateLines', row, values }]);
  const common = { fields: estimateLineFields, save };
  const isOwnLine = row.planKey === '';
  return (
    <Part>
      {isOwnLine ? (
        <>
          <FieldEdit {...common} label="What it is" value={row.words} set={(words) => ({ words })} />
          <FieldEdit
            {...common}
            label="Part"
            value={row.section}
            options={SECTIONS.map((s) => [s, SECTION_WORDS[s]] as const)}
            set={(section) => ({ section })}
          />
        </>
      ) : null}
      <FieldEdit
        {...common}
        label="How many"
        value={String(row.quantity)}
        set={(t) => ({ quantity: parseNumber(t, 'How many') })}
      />
      <FieldEdit {...common} label="Unit" hint="Such as day, night, km" value={row.unit} set={(unit) => ({ unit })} />
      <FieldEdit
        {...common}
        label={`Each (${row.currency})`}
        value={moneyText(row.unitMinor, row.currency)}
        set={(t) => ({ unitMinor: parseMoney(t, row.currency, { signed: true }) })}
      />
      <FieldEdit {...common} label="Currency" value={row.currency} set={(currency) => ({ currency })} />
      <FieldEdit
        {...common}
        label="Tax, %"
        hint="Empty: as of the version"
        value={row.taxBp === null ? '' : String(row.taxBp / 100)}
        set={(t) => ({ taxBp: t.trim() === '' ? null : parseShare(t) })}
      />
      {isOwnLine && rows.estimates.length > 0 ? (
        <FieldEdit
          {...common}
          label="In"
          value={row.estimateId ?? ''}
          options={[['', 'all versions'], ...rows.estimates.map((e) => [e.id, e.name] as const)]}
          set={(id) => ({ estimateId: id || null })}
        />
      ) : null}
      <Tick checked={row.own} onChange={(own) => save({ own })}>
        It stays with you
      </Tick>
    </Part>
  );
}
