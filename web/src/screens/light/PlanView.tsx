import type { Shown } from './usePlanRead.ts';
import { usePlanMinutes } from './usePlanMinutes.ts';
import { PlanBar } from './PlanBar.tsx';
import { usePlanRead } from './usePlanRead.ts';
import { Box } from '@chakra-ui/react';
import { memo, useCallback, useDeferredValue, useEffect, useMemo, useState } from 'react';
import { diffLine, nameOf, type PlanItem, type Setup } from '@kavrell/core/light';
import { formatMinutes } from '@kavrell/core/units';
import { usePlanned } from '../../app/production.tsx';
import { useKept } from '../../platform/kept.ts';
import { usePreferences } from '../../platform/preferences.ts';
import { tell } from '../../platform/notices.ts';
import { Part } from '../../ui/parts.tsx';
import { Sheet } from '../../ui/sheet.tsx';
import { newItem, type Addable } from './adding.ts';
import { Cues } from './Cues.tsx';
import { Feasible } from './Feasible.tsx';
import { Findings } from './Findings.tsx';
import { ItemFields } from './ItemFields.tsx';
import { PlanStage } from './PlanStage.tsx';
import { Readings } from './Readings.tsx';
import type { Side } from './stage.ts';
import { usePlan } from './usePlan.ts';
import { LitFor } from './LitFor.tsx';
import { PlanItems } from './PlanItems.tsx';
import { PlanWhy, PowerPart } from './PlanParts.tsx';

// What is only read follows a hand that drags when there is time for it; a place and its light go with the hand.
const ItemsThen = memo(PlanItems);
const FieldsThen = memo(ItemFields);
const FindingsThen = memo(Findings);
const PowerThen = memo(PowerPart);
const WhyThen = memo(PlanWhy);

/** One setup as a plan in metres: drawn, read, checked and priced in minutes while it is moved. */
export function PlanView({ setup }: { setup: Setup }) {
  const { production, rows, day } = usePlanned();
  const clock = usePreferences((s) => s.clock);
  const editing = usePlan(production.id, setup);
  const { plan } = editing;
  const [side, setSide] = useKept<Side>('light-side', ['top', 'side']);
  const [contourOn, setContourOn] = useKept<Shown>('light-contours', ['on', 'off']);
  const [selectedId, select] = useState<string | null>(null);
  const [faceId, setFaceId] = useState<string | null>(null);
  useEffect(() => {
    select(null);
    setFaceId(null);
  }, [setup.id]);

  const { s, exact, readings, findings, reading, contours, patches, named } = usePlanRead({
    plan,
    setup,
    selectedId,
    faceId,
    contourOn,
    side,
  });
  const now = useMemo(() => ({ plan, s, findings, editing }), [plan, s, findings, editing]);
  const later = useDeferredValue(now);
  const then = editing.isHeld ? later : now;
  const selected = then.plan.items.find((i) => i.id === selectedId);

  const add = (kind: Addable) => {
    const item = newItem(
      kind,
      plan,
      s.room,
      rows.cameras.map((c) => c.letter),
      rows.people,
    );
    const [circuit] = s.circuits;
    const powered: PlanItem =
      item.kind === 'source'
        ? { ...item, circuitId: circuit?.id ?? null, battery: !circuit && item.fixtureKey === 'tube-4' }
        : item;
    editing.set(`${nameOf(item)} in`, { ...plan, items: [...plan.items, powered] });
    select(item.id);
  };
  const { takeOff: takeFrom } = editing;
  const takeOff = useCallback(
    (id: string) => {
      const gone = takeFrom(id);
      if (!gone) return;
      select(null);
      tell(`${nameOf(gone)} is off the plan. Ctrl+Z brings it back.`);
    },
    [takeFrom],
  );
  const { from, changes, rig, relight, fits } = usePlanMinutes(setup, plan, s);

  return (
    <>
      <PlanBar add={add} contourOn={contourOn} setContourOn={setContourOn} side={side} setSide={setSide} />
      {from ? (
        <Box mb={2} data-diff>
          From {from.code}: {diffLine(changes)}
          {relight ? ` · relight ${formatMinutes(relight.minutes)} with ${setup.hands}` : ''}
        </Box>
      ) : null}
      <Box border="1px solid" borderColor="hairline">
        <PlanStage
          editing={editing}
          room={s.room}
          catalogue={s.catalogue}
          cameras={s.cameras}
          side={side}
          selectedId={selectedId}
          onSelect={select}
          contours={contours}
          patches={patches}
          named={named}
          onDelete={takeOff}
          height={STAGE_PX}
        />
      </Box>
      <ItemsThen plan={then.plan} s={then.s} selectedId={selectedId} onSelect={select} />
      <Sheet>
        {selected ? (
          <FieldsThen key={selected.id} item={selected} editing={then.editing} s={then.s} onDelete={takeOff} />
        ) : null}
        {reading ? (
          <Readings
            reading={reading}
            readings={readings}
            plan={plan}
            production={production}
            editing={editing}
            s={s}
            onFace={(id) => {
              setFaceId(id);
              if (id !== plan.wanted.faceId)
                editing.set('the face that is lit', { ...plan, wanted: { ...plan.wanted, faceId: id } });
            }}
            exact={exact}
            glare={findings.some((f) => f.key.startsWith(`glare:${reading.id}:`))}
          />
        ) : (
          <Part>Put a person or a point on the plan to read the light there.</Part>
        )}
        <FindingsThen findings={then.findings} mend={editing.item} onSelect={select} />
        <Feasible setup={setup} plan={plan} s={s} fits={fits} editing={editing} day={day} clock={clock} />
        <PowerThen s={then.s} />
        <Cues plan={plan} editing={editing} />
        <LitFor setup={setup} s={s} editing={editing} />
        <WhyThen s={then.s} rigWhy={rig.why} />
      </Sheet>
    </>
  );
}

const STAGE_PX = Math.max(300, Math.min(560, window.innerHeight - 330));
