import { Box, Flex } from '@chakra-ui/react';
import { pathOf, faultPdf } from '@kavrell/contract';
import { faultFields, FAULT_DECISIONS, FAULT_WORDS, REFUND_WORDS, type Fault } from '@kavrell/core/sound';
import { formatWallMinute, parseClock, moneyText, parseMoney } from '@kavrell/core/units';
import { usePlanned } from '../../app/production.tsx';
import { LinkButton, Button } from '../../ui/Button.tsx';
import { FieldEdit } from '../../ui/FieldEdit.tsx';
import { Part, Look } from '../../ui/parts.tsx';
import { Sheet } from '../../ui/sheet.tsx';

/** What is done about a fault, what it is worth, and what whoever owns the device is told. */
export function TicketSheet({ fault, save }: { fault: Fault; save: (values: Record<string, unknown>) => undefined }) {
  const { rows, production } = usePlanned();

  return (
    <Sheet>
      <Part title="Decision">
        {fault.decision === '' && !fault.closed ? (
          <Box mb={2}>
            <Look>
              Somebody must decide
              {fault.decideByMin !== null ? ` by ${formatWallMinute(fault.decideByMin)}` : ''}.
            </Look>
          </Box>
        ) : null}
        <FieldEdit
          label="What is done"
          value={fault.decision}
          fields={faultFields}
          set={(decision) => ({ decision })}
          save={save}
          options={FAULT_DECISIONS.map((d) => [d, FAULT_WORDS[d]] as const)}
        />
        <FieldEdit
          label="By when"
          value={fault.decideByMin !== null ? formatWallMinute(fault.decideByMin) : ''}
          fields={faultFields}
          hint="Such as 13:20"
          set={(t) => ({ decideByMin: t.trim() === '' ? null : parseClock(t) })}
          save={save}
        />
        <FieldEdit
          label="Who decides"
          value={fault.ownerId ?? ''}
          fields={faultFields}
          set={(t) => ({ ownerId: t || null })}
          save={save}
          options={[
            ['', 'nobody yet'],
            ...rows.people.filter((p) => p.kind === 'crew').map((p) => [p.id, p.name] as const),
          ]}
        />
      </Part>
      <MoneyBack fault={fault} save={save} />
      <Part title="For whoever owns it">
        <FieldEdit
          label="Device"
          value={fault.device}
          fields={faultFields}
          set={(device) => ({ device })}
          save={save}
        />
        <FieldEdit
          label="Symptom"
          value={fault.symptom}
          fields={faultFields}
          set={(symptom) => ({ symptom })}
          save={save}
        />
        <FieldEdit
          label="Serial number"
          value={fault.serial}
          fields={faultFields}
          set={(serial) => ({ serial })}
          save={save}
        />
        <FieldEdit
          label="Whose it is"
          value={fault.owedTo}
          fields={faultFields}
          set={(owedTo) => ({ owedTo })}
          save={save}
        />
        <FieldEdit
          label="Evidence"
          value={fault.evidence}
          fields={faultFields}
          hint="Which take, which clip, what one hears"
          set={(evidence) => ({ evidence })}
          save={save}
        />
        <FieldEdit
          label="The way of the signal"
          value={fault.chain.join(', ')}
          fields={faultFields}
          set={(t) => ({
            chain: t
              .split(',')
              .map((x) => x.trim())
              .filter(Boolean),
          })}
          save={save}
        />
        <Flex gap={2} wrap="wrap">
          <LinkButton
            href={pathOf(faultPdf, { productionId: production.id, faultId: fault.id })}
            target="_blank"
            rel="noreferrer"
          >
            Sheet as PDF
          </LinkButton>
          <Button onClick={() => save({ closed: !fault.closed })}>{fault.closed ? 'Open it again' : 'Close it'}</Button>
        </Flex>
      </Part>
    </Sheet>
  );
}

/** What a fault is worth. */
function MoneyBack({ fault, save }: { fault: Fault; save: (values: Record<string, unknown>) => undefined }) {
  const { production } = usePlanned();

  return (
    <Part title="Money back">
      <FieldEdit
        label="Refund"
        value={fault.refund}
        fields={faultFields}
        set={(refund) => ({ refund })}
        save={save}
        options={Object.entries(REFUND_WORDS)}
      />
      <FieldEdit
        label={`How much (${production.currency})`}
        value={moneyText(fault.refundMinor, production.currency)}
        fields={faultFields}
        hint="Empty: nobody said"
        set={(t) => ({ refundMinor: t.trim() === '' ? null : parseMoney(t, production.currency) })}
        save={save}
      />
    </Part>
  );
}
