import { Box } from '@chakra-ui/react';
import { Fragment, type CSSProperties } from 'react';
import type { Day } from '@kavrell/core/day';
import { supplyEnds, type Coverage, type CoverLane, type DayRestarts, type Hold } from '@kavrell/core/holds';
import type { Camera } from '@kavrell/core/camera';
import { formatMinuteOfDay, formatSecondOfDay } from '@kavrell/core/units';
import { usePreferences } from '../../platform/preferences.ts';
import { laneScale } from '../../shared/day/laneScale.ts';
import { LaneStretch } from '../../ui/LaneStretch.tsx';

/** Names stand in rows so high; how wide one is is reckoned for a band of the usual width. */
const HEAD_PX = 18;
const MOST_ROWS = 4;
const BAND_PX = 570;
const LETTER_PX = 7;

interface Props {
  day: Day;
  coverage: Coverage;
  cameras: readonly Camera[];
  restarts: DayRestarts;
  nowMin: number;
  chosen: string | null;
  choose: (momentId: string) => void;
}

/** Moments along the day, and below them who and what has each: pictures by view, sound by cleanness, restarts, and where a pack or a card ends. */
export function CoverBand({ day, coverage, cameras, restarts, nowMin, chosen, choose }: Props) {
  const clock = usePreferences((s) => s.clock);
  const { moments, lanes } = coverage;
  const scale = laneScale(Math.min(...moments.map((m) => m.fromMin)), Math.max(...moments.map((m) => m.toMin)));
  const span = (from: number, to: number): CSSProperties => ({ left: scale.left(from), width: scale.width(from, to) });
  const say = (m: number) => formatMinuteOfDay(m, day, clock);
  const ends = supplyEnds(coverage, cameras);
  const rows = headRows(
    moments.map((m) => ({
      fromShare: (m.fromMin - scale.fromMin) / (scale.toMin - scale.fromMin),
      letters: m.title.length,
    })),
  );
  const titleOf = (h: Hold) => moments.find((m) => m.id === h.momentId)?.title ?? '';
  const groups: readonly (readonly [CoverLane['kind'], string])[] = [
    ['picture', 'Pictures'],
    ['sound', 'Sound'],
  ];
  return (
    <Box overflowX="auto" tabIndex={0} role="group" aria-label="Who has what" mb={4} data-cover-band>
      <div className="lanes named">
        <div className="lanes-behind" aria-hidden="true">
          {scale.hours.map((m) => (
            <div key={m} className="lane-hour" style={{ left: scale.left(m) }}>
              {say(m).replace(':00', '')}
            </div>
          ))}
          {moments.map((m) => (
            <div key={m.id} className={`lane-moment${m.must ? ' must' : ''}`} style={span(m.fromMin, m.toMin)} />
          ))}
          {nowMin > scale.fromMin && nowMin < scale.toMin ? (
            <div className="lane-now" style={{ left: scale.left(nowMin) }} />
          ) : null}
        </div>
        <strong className="lane-name">Moments</strong>
        <div className="lane heads">
          {moments.map((m, i) => (
            <button
              key={m.id}
              type="button"
              className="lane-head"
              style={{
                left: scale.left(m.fromMin),
                maxWidth: `calc(100% - ${scale.left(m.fromMin)})`,
                top: `${2 + (rows[i] ?? 0) * HEAD_PX}px`,
              }}
              aria-pressed={m.id === chosen}
              aria-label={`${m.title}, ${say(m.fromMin)} to ${say(m.toMin)}`}
              title={`${m.title}, ${say(m.fromMin)} to ${say(m.toMin)}${m.must ? ', has a must' : ''}`}
              onClick={() => choose(m.id)}
            >
              {m.title}
            </button>
          ))}
        </div>
        {groups.map(([kind, words]) => {
          const own = lanes.filter((l) => l.kind === kind);
          return own.length === 0 ? null : (
            <Fragment key={kind}>
              <div className="lane-group">{words}</div>
              {own.map((l) => (
                <Fragment key={l.key}>
                  <div className="lane-name" title={`${l.name}: ${l.who}`}>
                    <strong>{l.name}</strong> <span style={{ opacity: 0.8 }}>{l.who}</span>
                  </div>
                  <div className="lane" data-lane={l.name}>
                    {l.holds.map((h) => (
                      <LaneStretch
                        key={`${h.momentId}${h.view ?? ''}`}
                        className={`lane-bar ${kind === 'sound' ? (l.clean ? 'heard' : 'scratch') : h.must ? 'once' : 'work'}${h.momentId === chosen ? ' own' : ''}`}
                        style={span(h.fromMin, h.toMin)}
                        words={h.view ?? ''}
                        title={`${l.name}, ${titleOf(h)}: ${h.view ?? (l.clean ? 'clean sound' : 'scratch')} ${h.codes.join(', ')}`}
                      />
                    ))}
                    {kind === 'picture'
                      ? restarts.planned
                          .filter((p) => p.cameraId === l.cameraId)
                          .map((p) => (
                            <div
                              key={p.atMin}
                              className="lane-restart"
                              style={{ left: scale.left(p.atMin) }}
                              title={`${l.name} restarts at ${formatSecondOfDay(p.atMin * 60, day, clock)}`}
                            />
                          ))
                      : null}
                    {ends
                      .filter((e) => kind === 'picture' && e.cameraId === l.cameraId)
                      .map((e) => (
                        <div
                          key={e.what}
                          className="lane-restart ends"
                          style={{ left: scale.left(e.atMin) }}
                          title={`The ${e.what} of ${l.name} ends at ${say(e.atMin)}`}
                        />
                      ))}
                  </div>
                </Fragment>
              ))}
            </Fragment>
          );
        })}
      </div>
      {ends.length > 0 ? (
        <Box color="soft" fontSize="s">
          Fresh at its first moment{' '}
          {ends
            .map(
              (e) =>
                `the ${e.what} of ${cameras.find((c) => c.id === e.cameraId)?.letter ?? '?'} ends at ${say(e.atMin)}`,
            )
            .join(', ')}
          .
        </Box>
      ) : null}
    </Box>
  );
}

/** A name’s row, so that those of short moments can be read: each takes the first one that is free where it begins. */
export function headRows(names: readonly { fromShare: number; letters: number }[]): number[] {
  const ends: number[] = [];
  return names.map(({ fromShare, letters }) => {
    const from = fromShare * BAND_PX;
    let row = 0;
    while (row < MOST_ROWS - 1 && (ends[row] ?? -Infinity) > from) row += 1;
    ends[row] = from + letters * LETTER_PX + 8;
    return row;
  });
}
