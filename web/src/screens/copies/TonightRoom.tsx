import { Box } from '@chakra-ui/react';
import { formatBytes, formatCount } from '@kavrell/core/units';
import { Look } from '../../ui/parts.tsx';
import { Severity } from '../../ui/Severity.tsx';
import type { Night } from './useTonight.ts';

const MB = 1e6;

/** Room for tonight and for all days that are planned; what goes to the cloud, and when it is there. */
export function TonightRoom({
  night,
  at,
  name,
}: {
  night: Night;
  at: (s: number) => string;
  name: (id: string) => string;
}) {
  const { schedule, forecast, uploads } = night;
  const day = (number: number) => (number === 0 ? 'tonight' : `day ${number}`);
  const planned = forecast.days.filter((d) => d.bytes > 0);
  return (
    <Box as="section" aria-label="Room" mb={5}>
      <Box as="h2" fontSize="m" fontWeight="700" mb={2}>
        Room on the drives
      </Box>
      <Box as="ul" listStyleType="none" display="grid" gap={1}>
        {schedule.full.map((f) => (
          <li key={f.driveId}>
            <Severity level="danger">
              {name(f.driveId)} lacks {formatBytes(f.lackingBytes)} for tonight
            </Severity>
          </li>
        ))}
        {forecast.lackingDrives > 0 ? (
          <li>
            <Severity level="danger">
              {formatCount(forecast.lackingDrives, 'drive')} too few for the copies that the policy wants
            </Severity>
          </li>
        ) : null}
        <li data-full-on>
          {planned.length === 0 ? (
            'Nothing more is planned to be recorded.'
          ) : forecast.fullOn ? (
            <Severity level="look">
              Full {forecast.fullOn.number === 0 ? 'tonight' : `on day ${forecast.fullOn.number}`}:{' '}
              {formatBytes(forecast.fullOn.lackingBytes)} of its copies find no room
            </Severity>
          ) : (
            <>
              <strong>Room for all that is planned</strong>, {formatBytes(forecast.leftBytes)} left after it
            </>
          )}
          {planned.length > 0 ? (
            <Box as="span" color="soft">
              {' '}
              ({planned.map((d) => `${day(d.number)} ${formatBytes(d.bytes)}`).join(', ')}, each as often as the policy
              wants)
            </Box>
          ) : null}
        </li>
        {forecast.unknown.length > 0 ? (
          <li>
            <Look>Not counted</Look>: nobody saw how much room is on {forecast.unknown.join(', ')}.
          </li>
        ) : null}
        {uploads.map((u) => (
          <li key={u.driveId}>
            {name(u.driveId)}: {formatBytes(u.bytes)} to go, there at <strong>{at(u.finishS)}</strong> by{' '}
            {(u.bytesPerS / MB).toFixed(1)}&nbsp;MB/s {u.isMeasured ? 'measured' : <Look>assumed</Look>}; no hand is
            needed
          </li>
        ))}
      </Box>
    </Box>
  );
}
