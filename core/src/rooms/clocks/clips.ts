import type { Camera } from '../camera/index.ts';
import type { Clip } from '../copies/index.ts';
import { InputError } from '../../base/errors/index.ts';
import type { Take } from '../roll/index.ts';
import { dateOf, midnightMs } from '../../base/time/index.ts';
import { formatLabel, parseRate, timeOfDayFrames } from '../../base/timecode/index.ts';
import { findClockFault, type ClockFault, type LabelPair } from './faults.ts';

export interface CameraFault {
  camera: Camera;
  clips: number;
  fault: ClockFault;
  pairs: { clip: string; expected: string; found: string }[];
}

/**
 * What the clips of each camera say about its clock: their labels against the label of the instant the take was
 * logged. Clips are found by the name that the camera reported; ones without a readable label or rate are left out.
 */
export function faultsFromClips(
  cameras: readonly Camera[],
  takes: readonly Take[],
  clips: readonly Clip[],
  job: { rate: string; timeZone: string },
): CameraFault[] {
  const jobRate = parseRate(job.rate);
  const byStem = new Map(clips.map((clip) => [clip.name.replace(/\.[^.]+$/, ''), clip]));
  return cameras.flatMap((camera): CameraFault[] => {
    const found = takes.flatMap((take) => {
      const name = take.cameras.find((c) => c.cameraId === camera.id)?.clip;
      const clip = name ? byStem.get(name) : undefined;
      return clip?.startTimecode ? [{ take, clip, label: clip.startTimecode }] : [];
    });
    const rateText = found.find((f) => f.clip.rate)?.clip.rate ?? camera.rate;
    const pairs = found.map(({ take, clip, label }): LabelPair => {
      const midnight = midnightMs(dateOf(take.rolledAtMs, job.timeZone), job.timeZone);
      return {
        atSeconds: take.rolledAtMs / 1000,
        expected: formatLabel(timeOfDayFrames(take.rolledAtMs - midnight, jobRate), jobRate),
        found: label,
        clipSeconds: clip.durationMs === null ? undefined : clip.durationMs / 1000,
      };
    });
    if (pairs.length === 0) return [];
    try {
      const fault = findClockFault({ pairs, expectedRate: jobRate, foundRate: parseRate(rateText) });
      return [
        {
          camera,
          clips: pairs.length,
          fault,
          pairs: found.map((f, i) => ({ clip: f.clip.name, expected: pairs[i]!.expected, found: f.label })),
        },
      ];
    } catch (error) {
      if (!(error instanceof InputError)) throw error;
      // A label that its rate does not have is a finding itself: the file contradicts itself.
      const fault: ClockFault = {
        cause: 'unknown',
        words: `A clip’s label can’t be at the rate it says: ${error.message}`,
        figure: null,
        unit: '',
        offsetMs: 0,
        slopePpm: null,
        sure: false,
      };
      return [
        {
          camera,
          clips: pairs.length,
          fault,
          pairs: found.map((f, i) => ({ clip: f.clip.name, expected: pairs[i]!.expected, found: f.label })),
        },
      ];
    }
  });
}
