import { Box, Flex } from '@chakra-ui/react';
import { useEffect, useMemo, useState } from 'react';
import {
  checkPlan,
  diffLine,
  faceOf,
  isDrawn,
  lightsOf,
  nameOf,
  planDiff,
  readPlan,
  relightTime,
  rigTime,
  sizeOf,
  type PlanItem,
  type Setup,
} from '@kavrell/core/light';
import { sunPatch } from '@kavrell/core/places';
import { LIGHT_PARTS, fitsIn, surroundingsOf } from '@kavrell/core/productions';
import { formatMinutes } from '@kavrell/core/units';
import { usePlanned } from '../../app/production.tsx';
import { useKept } from '../../platform/kept.ts';
import { usePreferences } from '../../platform/preferences.ts';
import { tell } from '../../platform/notices.ts';
import { Button } from '../../ui/Button.tsx';
import { Part } from '../../ui/parts.tsx';
import { Sheet } from '../../ui/sheet.tsx';
import { Views } from '../../ui/Views.tsx';
import { ADDABLE, newItem, type Addable } from './adding.ts';
import { Cues } from './Cues.tsx';
import { Feasible } from './Feasible.tsx';
import { Findings } from './Findings.tsx';
import { ItemFields } from './ItemFields.tsx';
import { PlanStage } from './PlanStage.tsx';
import { Readings } from './Readings.tsx';
import type { Side } from './stage.ts';
import { useContours } from './useContours.ts';
import { useExact } from './useExact.ts';
import { usePlan } from './usePlan.ts';
import { LitFor } from './LitFor.tsx';
import { PlanItems } from './PlanItems.tsx';
import { PlanWhy, PowerPart } from './PlanParts.tsx';
import { useSome, useSteady } from '../../platform/some.ts';

const SIDES = ['top', 'side'] as const satisfies readonly Side[];
type Shown = 'on' | 'off';
const DEFAULT_FACE_M = 1.5;

/** One setup as a plan in metres: drawn, read, checked and priced in minutes while it is moved. */
export function PlanView({ setup }: { setup: Setup }) {
  const { production, rows, day, timed } = usePlanned();
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

  const own = useSome(rows, LIGHT_PARTS);
  // While something is dragged what stands around it stays: only what the plan says of its place and hour counts there.
  const steady = useSteady(plan, [setup.id, plan.roomId, plan.atMin, plan.daylight, plan.sky, plan.gustMps].join());
  const base = useMemo(() => surroundingsOf(own, { ...setup, plan: steady }, day), [own, setup, steady, day]);
  const s = useMemo(() => ({ ...base, plan }), [base, plan]);
  const scene = useMemo(
    () => ({
      plan: { items: plan.items, ambientLux: plan.ambientLux, ambientK: plan.ambientK },
      room: s.room,
      catalogue: s.catalogue,
      daylight: s.daylight,
    }),
    [plan.items, plan.ambientLux, plan.ambientK, s.room, s.catalogue, s.daylight],
  );
  const lights = useMemo(() => lightsOf(scene), [scene]);
  const exact = useExact(scene, plan, s.settings);
  const quick = useMemo(() => readPlan(lights, plan, s.settings), [lights, plan, s.settings]);
  const readings = exact && 'readings' in exact ? exact.readings : quick;
  const findings = useMemo(() => checkPlan(s), [s]);
  const face = faceOf(plan);
  const reading =
    readings.find(
      (r) =>
        r.id ===
        (plan.items.find((i) => i.id === selectedId && (i.kind === 'person' || i.kind === 'meter'))?.id ??
          faceId ??
          face?.id),
    ) ?? readings[0];
  const [w, d] = sizeOf(plan, s.room);
  const contours = useContours(
    contourOn === 'on' && side === 'top' && plan.items.some((i) => i.kind === 'source' && i.on) ? scene : null,
    w,
    d,
    face?.zM ?? DEFAULT_FACE_M,
  );
  const patches = useMemo(
    () =>
      s.room && s.daylight && s.daylight.sunLux > 0
        ? s.room.features
            .filter((f) => f.kind === 'window')
            .map((f) => sunPatch(s.room as never, f, s.daylight?.azimuthDeg ?? 0, s.daylight?.altitudeDeg ?? 0))
            .filter((p) => p.length > 2)
        : [],
    [s.room, s.daylight],
  );
  const named = useMemo(
    () => new Set(findings.filter((f) => f.level !== 'note').flatMap((f) => f.itemIds)),
    [findings],
  );
  const selected = plan.items.find((i) => i.id === selectedId);

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
  const takeOff = (id: string) => {
    const item = plan.items.find((i) => i.id === id);
    if (!item) return;
    editing.set(`${nameOf(item)} off the plan`, {
      ...plan,
      items: plan.items.filter((i) => i.id !== id),
      cues: plan.cues.filter((c) => c.itemId !== id),
    });
    select(null);
    tell(`${nameOf(item)} is off the plan. Ctrl+Z brings it back.`);
  };
  const from = rows.setups.find((x) => x.id === setup.fromSetupId);
  const changes = useMemo(() => (from ? planDiff(from.plan, plan, s.catalogue) : []), [from, plan, s.catalogue]);
  const rig = useMemo(
    () => rigTime({ plan, hands: setup.hands }, s.catalogue, s.room),
    [plan, setup.hands, s.catalogue, s.room],
  );
  const relight = useMemo(
    () =>
      from && isDrawn(from.plan) ? relightTime(from.plan, { plan, hands: setup.hands }, s.catalogue, s.room) : null,
    [from, plan, setup.hands, s.catalogue, s.room],
  );
  const fits = useMemo(() => (timed ? fitsIn(timed, setup.id) : []), [timed, setup.id]);

  return (
    <>
      <Flex align="center" gap={2} wrap="wrap" mb={2}>
        {ADDABLE.map(([kind, words]) => (
          <Button key={kind} size="small" aria-label={`Add a ${words.toLowerCase()}`} onClick={() => add(kind)}>
            {words}
          </Button>
        ))}
        <Flex ml="auto" gap={2} wrap="wrap">
          <Button
            size="small"
            aria-pressed={contourOn === 'on'}
            look={contourOn === 'on' ? 'on' : 'plain'}
            onClick={() => setContourOn(contourOn === 'on' ? 'off' : 'on')}
          >
            Lines of light
          </Button>
          <Views
            label="Seen from"
            views={SIDES.map((v) => [v, v === 'top' ? 'Above' : 'Side'] as const)}
            open={side}
            onOpen={setSide}
          />
        </Flex>
      </Flex>
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
      <PlanItems plan={plan} s={s} selectedId={selectedId} onSelect={select} />
      <Sheet>
        {selected ? <ItemFields key={selected.id} item={selected} editing={editing} s={s} onDelete={takeOff} /> : null}
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
        <Findings findings={findings} editing={editing} onSelect={select} />
        <Feasible setup={setup} plan={plan} s={s} fits={fits} editing={editing} day={day} clock={clock} />
        <PowerPart s={s} />
        <Cues plan={plan} editing={editing} />
        <LitFor setup={setup} s={s} editing={editing} />
        <PlanWhy s={s} rigWhy={rig.why} />
      </Sheet>
    </>
  );
}

const STAGE_PX = Math.max(300, Math.min(560, window.innerHeight - 330));
