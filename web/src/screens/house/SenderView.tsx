import { Box, Flex, Input } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { numberRanges } from '@kavrell/contract';
import { SENDER_DEFAULTS, senderFields, type Sender } from '@kavrell/core/money';
import { positionAfter } from '@kavrell/core/records';
import { parseNumber } from '@kavrell/core/units';
import { usePlanned } from '../../app/production.tsx';
import { call } from '../../platform/api.ts';
import { change } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';
import { FieldEdit } from '../../ui/FieldEdit.tsx';
import { FormField } from '../../ui/FormField.tsx';
import { Facts, Part, ScreenHead, Why } from '../../ui/parts.tsx';
import { Sheet } from '../../ui/sheet.tsx';

/** Who quotes and invoices: the block that stands on every paper, and its ranges of numbers. */
export function SenderView() {
  const { production, rows } = usePlanned();
  const [name, setName] = useState('');
  const [sender] = rows.senders;
  const begin = () =>
    void change(production.id, 'Who sends quotes and invoices', [
      {
        op: 'insert',
        table: 'senders',
        values: { ...SENDER_DEFAULTS, name: name.trim(), position: positionAfter(rows.senders) },
      },
    ]);
  return (
    <>
      <ScreenHead title="On quotes and invoices" />
      {sender ? (
        <SenderFields sender={sender} />
      ) : (
        <Box maxW="460px">
          <FormField label="Your name, or that of your firm" hint="As it stands on your invoices">
            {(props) => (
              <Flex gap={1}>
                <Input {...props} value={name} maxLength={160} onChange={(e) => setName(e.target.value)} />
                <Button look="primary" disabled={name.trim() === ''} onClick={begin}>
                  Begin
                </Button>
              </Flex>
            )}
          </FormField>
        </Box>
      )}
      <Sheet>
        <Numbers sender={sender ?? null} />
        <Why
          lines={[
            'Numbers of one range go up, none is given twice. To begin where another program ended, type that number by hand when you issue the first paper here.',
            'What was issued keeps the details that stood here then.',
          ]}
        />
        <Part title="Care">What an invoice must say about you follows the law of the place.</Part>
      </Sheet>
    </>
  );
}

function Numbers({ sender }: { sender: Sender | null }) {
  const { data, isError } = useQuery({
    queryKey: ['numbers'],
    queryFn: () => call(numberRanges, { params: {} }),
    staleTime: 0,
  });
  if (isError) return <Part title="Numbers given out">Not known here now: nobody answers.</Part>;
  const used = (prefix: string) => data?.find((r) => r.prefix === prefix)?.last;
  const said = (prefix: string) => (used(prefix) === undefined ? 'none yet' : `up to ${prefix}${used(prefix)}`);
  return (
    <Part title="Numbers given out">
      {sender ? (
        <Facts
          rows={[
            ['Quotes', said(sender.quotePrefix)],
            ['Invoices', said(sender.invoicePrefix)],
            ['Credits', said(sender.creditPrefix)],
          ]}
        />
      ) : (
        'None yet.'
      )}
    </Part>
  );
}

const FIELDS: readonly (readonly [keyof Sender & string, string, string?])[] = [
  ['postcode', 'Postcode'],
  ['city', 'Town'],
  ['country', 'Country', 'Two letters, such as GB'],
  ['vatId', 'VAT number', 'With its country: GB999999973'],
  ['taxNumber', 'Tax number', 'Where there is no VAT number'],
  ['taxFree', 'Why you ask for no tax', 'In the words the law wants; empty: you ask for it'],
  ['iban', 'Account (IBAN)'],
  ['bic', 'Bank (BIC)'],
  ['email', 'Mail'],
  ['phone', 'Phone'],
  ['web', 'Web'],
  ['quotePrefix', 'Before a quote’s number'],
  ['invoicePrefix', 'Before an invoice’s number', 'Such as 2027-'],
  ['creditPrefix', 'Before a credit’s number'],
];

function SenderFields({ sender }: { sender: Sender }) {
  const { production } = usePlanned();
  const common = {
    fields: senderFields,
    save: (values: Record<string, unknown>) =>
      void change(production.id, 'Your own details', [{ op: 'update', table: 'senders', row: sender, values }]),
  };
  return (
    <Box display="grid" gridTemplateColumns={{ base: '1fr', md: '1fr 1fr' }} columnGap={5} rowGap={2} maxW="820px">
      <FieldEdit {...common} label="Name" value={sender.name} set={(name) => ({ name })} />
      <FieldEdit {...common} label="Address" lines={2} value={sender.address} set={(address) => ({ address })} />
      {FIELDS.map(([field, label, hint]) => (
        <FieldEdit
          key={field}
          {...common}
          label={label}
          {...(hint ? { hint } : {})}
          value={String(sender[field])}
          set={(t) => ({ [field]: t })}
        />
      ))}
      <FieldEdit
        {...common}
        label="Small print"
        lines={2}
        value={sender.smallPrint}
        set={(smallPrint) => ({ smallPrint })}
      />
      <FieldEdit
        {...common}
        label="Digits of a number"
        value={String(sender.digits)}
        set={(t) => ({ digits: parseNumber(t, 'How many digits') })}
      />
      <FieldEdit
        {...common}
        label="To be paid within, days"
        value={String(sender.dueDays)}
        set={(t) => ({ dueDays: parseNumber(t, 'How many days') })}
      />
      <FieldEdit
        {...common}
        label="Paper"
        value={sender.paper}
        options={[
          ['A4', 'A4'],
          ['LETTER', 'Letter'],
        ]}
        set={(paper) => ({ paper })}
      />
    </Box>
  );
}
