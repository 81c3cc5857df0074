import { Box } from '@chakra-ui/react';
import type { ChargeBar, NightBar, NightPlan, NightSchedule } from '@kavrell/core/copies';
import { LaneStretch } from '../../ui/LaneStretch.tsx';
import { laneScale } from '../../shared/day/laneScale.ts';

const WORDS: Readonly<Record<NightBar['kind'], string>> = {
  read: 'read',
  verify: 'read back',
  second: 'copied on',
  verifySecond: 'read back',
};

const MINUTE_S = 60;

interface Props {
  plan: NightPlan;
  schedule: NightSchedule;
  /** What charges where and when. */
  charging: readonly ChargeBar[];
  nameOf: ReadonlyMap<string, string>;
  nowMin: number;
  say: (minute: number) => string;
}

/** The night drawn: each reader and drive with what goes through it when; hands by a mark, sleep shaded. */
export function NightBand({ plan, schedule, charging, nameOf, nowMin, say }: Props) {
  const at = (s: number) => nowMin + s / 60;
  const endMin = Math.max(
    at(schedule.finishS),
    plan.sleep ? at(plan.sleep.toS) : 0,
    nowMin + 60,
    ...charging.map((c) => nowMin + c.toMin),
  );
  // By day nothing happens until wrap: the band begins an hour before the first work.
  const firstMin = Math.min(...schedule.bars.map((b) => at(b.fromS)), ...charging.map((c) => nowMin + c.fromMin));
  const slots = [...new Set(charging.map((c) => `${c.chargerId}|${c.slot}`))].sort();
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
        {slots.map((key) => {
          const own = charging.filter((c) => `${c.chargerId}|${c.slot}` === key);
          const words = `${name(own[0]?.chargerId ?? '')} ${own[0]?.slot ?? ''}`;
          return (
            <Box key={key} display="contents">
              <div className="lane-name" title={words}>
                {words}
              </div>
              <div className="lane" data-lane={words}>
                {own.map((c) => (
                  <LaneStretch
                    key={`${c.packId}${c.number}`}
                    className="lane-bar work"
                    style={span(c.fromMin * MINUTE_S, c.toMin * MINUTE_S)}
                    words={`${name(c.packId)} ${c.number}`}
                    title={`${name(c.packId)} ${c.number} charges, ${say(nowMin + c.fromMin)} to ${say(nowMin + c.toMin)}`}
                  />
                ))}
              </div>
            </Box>
          );
        })}
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
