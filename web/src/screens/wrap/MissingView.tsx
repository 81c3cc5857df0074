import { useMemo, useState } from 'react';
import { MISSING_PARTS, missingOfDay } from '@kavrell/core/productions';
import type { MissingKind, WrapRow } from '@kavrell/core/wrap';
import { formatCount } from '@kavrell/core/units';
import type { Day } from '@kavrell/core/day';
import { useProduction } from '../../app/production.tsx';
import { productionNow } from '../../platform/clock.ts';
import { useSome } from '../../platform/some.ts';
import { Button } from '../../ui/Button.tsx';
import { DataTable } from '../../ui/DataTable.tsx';
import { MissingPart } from './MissingPart.tsx';
import { ShotPictures } from './ShotPictures.tsx';
import { wrapColumns } from './wrapColumns.tsx';

/** What is missing first, then the day in pictures, then every line of it. */
export function MissingView({
  day,
  lines,
  here,
}: {
  day: Day;
  lines: readonly WrapRow[];
  here: (kind: MissingKind) => void;
}) {
  const { me, production, rows, facts } = useProduction();
  const own = useSome(rows, MISSING_PARTS);
  const [onlyTrouble, setOnlyTrouble] = useState(false);
  const [kind, setKind] = useState<MissingKind | null>(null);
  const [takes, plan] = [facts?.takes, facts?.plan];
  const missing = useMemo(
    () =>
      takes && plan
        ? missingOfDay(own, day, { takes, plan }, lines, {
            nowMs: productionNow(own.production),
            owner: me.role === 'owner',
          })
        : [],
    [own, day, takes, plan, lines, me.role],
  );
  const trouble = lines.filter((l) => l.trouble);
  // What was settled meanwhile is no longer asked for.
  const shown = missing.find((m) => m.kind === kind && m.lines.length > 0);
  return (
    <>
      <MissingPart
        missing={missing}
        where={{ productionId: production.id, dayNumber: day.number }}
        shown={shown?.kind ?? null}
        show={setKind}
        here={here}
      />
      <ShotPictures
        productionId={production.id}
        lines={lines}
        log={rows.logEntries}
        pictures={rows.pictures}
        mayAsk={me.role === 'owner' || me.role === 'offload'}
      />
      <DataTable
        name={`Wrap of day ${day.number}`}
        rows={shown ? shown.lines : onlyTrouble ? trouble : lines}
        columns={wrapColumns(lines)}
        actions={
          <Button
            size="small"
            aria-pressed={onlyTrouble}
            look={onlyTrouble ? 'on' : 'plain'}
            onClick={() => setOnlyTrouble(!onlyTrouble)}
          >
            {formatCount(trouble.length, 'line', 'lines')} to settle
          </Button>
        }
      />
    </>
  );
}
