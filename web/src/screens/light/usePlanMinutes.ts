import {
  planDiff,
  rigTime,
  isDrawn,
  relightTime,
  type Setup,
  type LightPlan,
  type Surroundings,
} from '@kavrell/core/light';
import { fitsIn } from '@kavrell/core/productions';
import { useMemo } from 'react';
import { usePlanned } from '../../app/production.tsx';

/** What building this plan costs, alone and from the setup it was made from. */
export function usePlanMinutes(setup: Setup, plan: LightPlan, s: Surroundings) {
  const { rows, timed } = usePlanned();

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
  return { from, changes, rig, relight, fits };
}
