import { Flex, Input } from '@chakra-ui/react';
import { useState } from 'react';
import { estimateFields, payerFields, type Payer } from '@kavrell/core/money';
import { positionAfter } from '@kavrell/core/records';
import { useProduction } from '../../app/production.tsx';
import { newId } from '../../platform/id.ts';
import { change } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';
import { FieldEdit } from '../../ui/FieldEdit.tsx';
import { FormField } from '../../ui/FormField.tsx';
import { Part } from '../../ui/parts.tsx';
import type { Money } from './useMoney.ts';

/** Who pays: their name and address as they stand on the paper. */
export function PayerPart({ money: { version, isStored, save } }: { money: Money }) {
  const { production, rows } = useProduction();
  const [name, setName] = useState(production.client);
  const payer = rows.payers.find((p) => p.id === version.payerId) ?? rows.payers[0];
  const add = () => {
    const id = newId();
    const values = {
      name: name.trim(),
      address: '',
      city: '',
      postcode: '',
      country: '',
      vatId: '',
      email: '',
      reference: '',
      position: positionAfter(rows.payers),
    };
    void change(production.id, `Who pays: ${name.trim()}`, [{ op: 'insert', table: 'payers', id, values }]);
    if (isStored) save({ payerId: id });
  };
  if (!payer)
    return (
      <Part title="Who pays">
        <FormField label="Their name">
          {(props) => (
            <Flex gap={1}>
              <Input {...props} value={name} maxLength={160} onChange={(e) => setName(e.target.value)} />
              <Button disabled={name.trim() === ''} onClick={add}>
                Add
              </Button>
            </Flex>
          )}
        </FormField>
      </Part>
    );
  return (
    <Part title="Who pays">
      {rows.payers.length > 1 && isStored ? (
        <FieldEdit
          label="Which"
          value={payer.id}
          fields={estimateFields}
          options={rows.payers.map((p) => [p.id, p.name] as const)}
          set={(payerId) => ({ payerId })}
          save={(values) => save(values)}
        />
      ) : null}
      <PayerFields key={payer.id} payer={payer} />
    </Part>
  );
}

function PayerFields({ payer }: { payer: Payer }) {
  const { production } = useProduction();
  const common = {
    fields: payerFields,
    save: (values: Record<string, unknown>) =>
      void change(production.id, `Who pays: ${payer.name}`, [{ op: 'update', table: 'payers', row: payer, values }]),
  };
  return (
    <>
      <FieldEdit {...common} label="Name" value={payer.name} set={(name) => ({ name })} />
      <FieldEdit {...common} label="Address" lines={2} value={payer.address} set={(address) => ({ address })} />
      <FieldEdit {...common} label="Postcode" value={payer.postcode} set={(postcode) => ({ postcode })} />
      <FieldEdit {...common} label="Town" value={payer.city} set={(city) => ({ city })} />
      <FieldEdit
        {...common}
        label="Country"
        hint="Two letters, such as GB"
        value={payer.country}
        set={(country) => ({ country })}
      />
      <FieldEdit {...common} label="VAT number" value={payer.vatId} set={(vatId) => ({ vatId })} />
      <FieldEdit
        {...common}
        label="Their reference"
        hint="An order’s number, a cost centre"
        value={payer.reference}
        set={(reference) => ({ reference })}
      />
    </>
  );
}
