import { useEffect, useMemo, useState } from 'react';
import { eiPrice, exposureLadder, ndFor, rippleOf, shutterFor } from '@kavrell/core/exposure';
import { fpsOf } from '@kavrell/core/timecode';
import { usePlanned } from '../../app/production.tsx';
import { wordsOf } from '../../platform/api.ts';
import { useSteady } from '../../platform/some.ts';
import { solved, type Openable, type Setting } from './solving.ts';
import { useFit } from './useFit.ts';

/** The exposure of one shot on one camera: what the plan gives, what is tried beside it, and the one of them left open, solved. */
export function useExposure() {
  const { production } = usePlanned();
  const { fit } = useFit();
  const [shotId, setShotId] = useState<string>('');
  const fittings = fit.fittings.filter((f) => f.exposure);
  const shown = fittings.find((f) => `${f.shot.id}:${f.camera.letter}` === shotId) ?? fittings[0];
  const [own, setOwn] = useState<Partial<Setting>>({});
  const [open, setOpen] = useState<Openable>('ndStops');
  useEffect(() => {
    setOwn({});
    setOpen('ndStops');
  }, [shown?.shot.id, shown?.camera.letter, production.shutterSchool, production.eiSchool]);
  const jobFps = fpsOf(production.rate);
  const e = shown?.exposure;
  const fps = own.fps ?? e?.fps ?? jobFps;
  const base: Setting = {
    illuminanceLux: e?.illuminanceLux ?? 500,
    fps,
    angleDeg: shutterFor(production.shutterSchool, production.shutterDeg, fps, production.mainsHz),
    tStop: e?.tStop ?? 2.8,
    ei: e?.ei ?? production.ei,
    ndStops: 0,
    otherStops: 0,
    ...own,
  };
  const asked = useSteady(base, JSON.stringify(base));
  const result = useMemo(() => {
    try {
      return { setting: solved(asked, open), problem: '' };
    } catch (error) {
      return { setting: asked, problem: wordsOf(error) };
    }
  }, [asked, open]);
  const s = result.setting;
  const ladder = exposureLadder({ ...s, ndStops: Math.max(0, s.ndStops) });
  const natives = shown?.camera.nativeEis ?? [production.ei];
  const price = eiPrice(s.ei, natives);
  const ripple = rippleOf(s.angleDeg, s.fps, production.mainsHz);
  const set = (key: keyof Setting, text: string) => {
    const v = Number(text.replace(',', '.'));
    if (text.trim() === '' || !Number.isFinite(v)) return;
    setOwn((o) => ({
      ...o,
      [key]: v,
      ...(key === 'fps'
        ? { angleDeg: shutterFor(production.shutterSchool, production.shutterDeg, v, production.mainsHz) }
        : {}),
    }));
  };
  /** Leaves another one open; what was solved till now stands as it came out. */
  const solve = (key: Openable) => {
    setOwn((o) => ({
      ...o,
      [open]: key === 'ndStops' ? s[open] : open === 'ndStops' ? Math.max(0, ndFor(s.ndStops)) : s[open],
    }));
    setOpen(key);
  };
  return {
    ...{ fittings, shown, shot: shown?.shot, choose: setShotId },
    ...{ setting: s, problem: result.problem, open, set, solve },
    ...{ ladder, natives, price, ripple, jobFps, factor: s.fps / jobFps },
    /** Too dark without any filter, while the filter is what is left open. */
    short: open === 'ndStops' && s.ndStops < -1 / 3,
  };
}
export type Exposure = ReturnType<typeof useExposure>;
