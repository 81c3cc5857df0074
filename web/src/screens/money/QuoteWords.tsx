import { Box, Flex } from '@chakra-ui/react';
import { DUE_AT, DUE_AT_WORDS, estimateFields, SHOWS, SHOWS_WORDS, type Estimate } from '@kavrell/core/money';
import { parseNumber, parseShare } from '@kavrell/core/units';
import { Button } from '../../ui/Button.tsx';
import { FieldEdit } from '../../ui/FieldEdit.tsx';
import { Look, Part } from '../../ui/parts.tsx';
import type { Money } from './useMoney.ts';

/** The words of the quote: what is in, what is not, usage, payments, calling off. */
export function QuoteWords({ money: { version, save } }: { money: Money }) {
  const common = { fields: estimateFields, save: (values: Record<string, unknown>) => save(values) };
  const text = (label: string, field: 'scopeIn' | 'scopeOut' | 'usageWords' | 'cancelWords', hint: string) => (
    <FieldEdit {...common} label={label} lines={4} hint={hint} value={version[field]} set={(t) => ({ [field]: t })} />
  );
  const set = (payments: Estimate['payments']) => save({ payments });
  const at = (i: number, values: Partial<Estimate['payments'][number]>) => ({
    payments: version.payments.map((p, j) => (j === i ? { ...p, ...values } : p)),
  });
  const shares = version.payments.reduce((sum, p) => sum + p.shareBp, 0);
  return (
    <>
      <Part title="What it says">
        <FieldEdit
          {...common}
          label="Shows"
          value={version.shows}
          options={SHOWS.map((s) => [s, SHOWS_WORDS[s]] as const)}
          set={(shows) => ({ shows })}
        />
        {text('What is in', 'scopeIn', 'A line each')}
        {text('What is not in', 'scopeOut', 'A line each')}
        {text('Usage', 'usageWords', 'Where, in what, how long')}
        {text('Calling off', 'cancelWords', 'Fees of what is hired are added by themselves')}
        <FieldEdit
          {...common}
          label="A quote holds, days"
          value={String(version.validDays)}
          set={(t) => ({ validDays: parseNumber(t, 'How many days') })}
        />
      </Part>
      <Part title="Payments">
        {version.payments.map((p, i) => (
          <Box key={i} mb={2}>
            <FieldEdit {...common} label={`Payment ${i + 1}`} value={p.words} set={(words) => at(i, { words })} />
            <FieldEdit
              {...common}
              label={`Share of payment ${i + 1}, %`}
              value={String(p.shareBp / 100)}
              set={(t) => at(i, { shareBp: parseShare(t) })}
            />
            <FieldEdit
              {...common}
              label={`Payment ${i + 1} is due`}
              value={p.at}
              options={DUE_AT.map((d) => [d, DUE_AT_WORDS[d]] as const)}
              set={(due) => at(i, { at: due as (typeof DUE_AT)[number] })}
            />
            <Button size="small" mt={1} onClick={() => set(version.payments.filter((_, j) => j !== i))}>
              Without it
            </Button>
          </Box>
        ))}
        {version.payments.length > 0 && shares !== 10_000 ? <Look>They add up to {shares / 100} %.</Look> : null}
        <Flex gap={2} wrap="wrap">
          <Button
            size="small"
            onClick={() =>
              set([
                ...version.payments,
                {
                  words: version.payments.length === 0 ? 'Deposit' : 'Rest',
                  shareBp: Math.max(0, version.payments.length === 0 ? 3000 : 10_000 - shares),
                  at: version.payments.length === 0 ? 'order' : 'delivery',
                },
              ])
            }
          >
            Add a payment
          </Button>
        </Flex>
      </Part>
    </>
  );
}
