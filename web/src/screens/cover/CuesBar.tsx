import { Flex } from '@chakra-ui/react';
import { cuesCsv, type Cue } from '@kavrell/core/cover';
import type { Day } from '@kavrell/core/day';
import { formatMinuteOfDay } from '@kavrell/core/units';
import { useProduction } from '../../app/production.tsx';
import { saveAs } from '../../platform/save.ts';
import { LinkButton, Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { CuePaste } from './CuePaste.tsx';

/** Whose cues are shown, and the running order on paper, as CSV or pasted. */
export function CuesBar({
  mine,
  setMine,
  day,
  own,
  nameOf,
}: {
  mine: string | null;
  setMine: (next: string | null) => void;
  day: Day;
  own: Cue[];
  nameOf: (id: string | null) => string;
}) {
  const { production, me, rows } = useProduction();
  const involved = rows.people.filter((p) => own.some((c) => c.callerId === p.id || c.doerId === p.id));
  return (
    <Flex gap={2} wrap="wrap" align="center" mb={3}>
      <Choice
        style={{ width: 'auto', maxWidth: '100%' }}
        aria-label="Whose cues"
        value={mine ?? ''}
        onChange={(e) => setMine(e.target.value || null)}
      >
        <option value="">Cues of all</option>
        {involved.map((p) => (
          <option key={p.id} value={p.id}>
            Only {p.shortName}
          </option>
        ))}
      </Choice>
      <LinkButton
        href={`/api/productions/${production.id}/days/${day.id}/running/${mine ?? 'all'}/order.pdf`}
        target="_blank"
        rel="noreferrer"
      >
        On paper
      </LinkButton>
      <Button
        disabled={own.length === 0}
        onClick={() =>
          saveAs(
            `${production.title} running order.csv`,
            'text/csv',
            cuesCsv(own, nameOf, (m) => formatMinuteOfDay(m, day)),
          )
        }
      >
        As CSV
      </Button>
      {me.role === 'owner' ? <CuePaste day={day} own={own} /> : null}
    </Flex>
  );
}
