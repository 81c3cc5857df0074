import { Box } from '@chakra-ui/react';
import type { NightBar, NightPlan, NightSchedule } from '@kavrell/core/copies';
import { LaneStretch } from '../../ui/LaneStretch.tsx';
import { laneScale } from '../../shared/day/laneScale.ts';

const WORDS: Readonly<Record<NightBar['kind'], string>> = {
  read: 'read',
  verify: 'read back',
  second: 'copied on',
  verifySecond: 'read back',
};

interface Props {
  plan: NightPlan;
  schedule: NightSchedule;
  nameOf: ReadonlyMap<string, string>;
  nowMin: number;
  say: (minute: number) => string;
}

/** The night drawn: each reader and drive with what goes through it when; hands by a mark, sleep shaded. */
export function NightBand({ plan, schedule, nameOf, nowMin, say }: Props) {
  const at = (s: number) => nowMin + s / 60;
  const endMin = Math.max(at(schedule.finishS), plan.sleep ? at(plan.sleep.toS) : 0, nowMin + 60);
  // By day nothing happens until wrap: the band begins an hour before the first work.
  const firstMin = at(Math.min(...schedule.bars.map((b) => b.fromS)));
  const scale = laneScale(Math.max(nowMin, firstMin - 60), endMin);
  const name = (id: string) => nameOf.get(id) ?? id;
  const span = (fromS: number, toS: number) => ({
    left: scale.left(at(fromS)),
    width: scale.width(at(fromS), at(toS)),
  });
  const lanes: { id: string; bars: NightBar[] }[] = [
    ...plan.readers.map((r) => ({ id: r.id, bars: schedule.bars.filter((b) => b.kind === 'read' && b.from === r.id) })),
    ...plan.drives.map((d) => ({ id: d.id, bars: schedule.bars.filter((b) => b.to.includes(d.id)) })),
  ];
  return (
    <Box overflowX="auto" tabIndex={0} role="group" aria-label="The night" mb={4} data-night-band>
      <div className="lanes named">
        <div className="lanes-behind" aria-hidden="true">
          {scale.hours.map((m) => (
            <div key={m} className="lane-hour" style={{ left: scale.left(m) }}>
              {say(m).replace(/:00.*/, '')}
            </div>
          ))}
          {plan.sleep ? <div className="lane-moment must" style={span(plan.sleep.fromS, plan.sleep.toS)} /> : null}
          {nowMin >= scale.fromMin ? <div className="lane-now" style={{ left: scale.left(nowMin) }} /> : null}
        </div>
        {lanes.map((l) => (
          <Box key={l.id} display="contents">
            <div className="lane-name" title={name(l.id)}>
              {name(l.id)}
            </div>
            <div className="lane" data-lane={name(l.id)}>
              {l.bars.map((b) => (
                <LaneStretch
                  key={`${b.kind}${b.cardId}${b.from}`}
                  className={`lane-bar ${b.kind === 'read' ? 'once' : b.kind === 'second' ? 'work' : 'aside'}`}
                  style={span(b.fromS, b.toS)}
                  words={name(b.cardId)}
                  title={`${name(b.cardId)} ${WORDS[b.kind]}, ${say(at(b.fromS))} to ${say(at(b.toS))}`}
                />
              ))}
              {schedule.swaps
                .filter((s) => s.readerId === l.id)
                .map((s) => (
                  <div
                    key={s.cardId}
                    className="lane-restart ends"
                    style={{ left: scale.left(at(s.atS)) }}
                    title={`${name(s.cardId)} into ${name(l.id)} at ${say(at(s.atS))}`}
                  />
                ))}
            </div>
          </Box>
        ))}
      </div>
    </Box>
  );
}
