import { pathOf, consentsPdf } from '@kavrell/contract';
import { productionFields } from '@kavrell/core/brief';
import { usePlanned } from '../../app/production.tsx';
import { change } from '../../platform/rows.ts';
import { LinkButton } from '../../ui/Button.tsx';
import { FieldEdit } from '../../ui/FieldEdit.tsx';
import { Part, Why } from '../../ui/parts.tsx';
import { Sheet } from '../../ui/sheet.tsx';

/** The words people agree to, and the list on paper. */
export function ConsentsSide() {
  const { production } = usePlanned();

  return (
    <Sheet>
      <Part title="What they agree to">
        <FieldEdit
          label="In these words"
          value={production.consentTerms}
          fields={productionFields}
          set={(v) => ({ consentTerms: v })}
          save={(values) =>
            void change(production.id, 'Words of consent', [
              { op: 'update', table: 'productions', row: production, values },
            ])
          }
          hint="Where it is shown, for how long, and whom to ask to take it back"
        />
      </Part>
      <Part title="On paper">
        <LinkButton
          size="small"
          href={pathOf(consentsPdf, { productionId: production.id })}
          target="_blank"
          rel="noreferrer"
        >
          The list as PDF
        </LinkButton>
      </Part>
      <Why
        lines={[
          'Here with a finger, on paper, or on their own phone by their link, which shows them the words below and nothing of anybody else.',
          'Guests, everybody whose face a shot needs, and talent in any shot; a guardian signs for who is under 18. A refusal stands above a signature.',
          'The law of the place decides what a release must say, and whether a drawn name is enough.',
        ]}
      />
    </Sheet>
  );
}
