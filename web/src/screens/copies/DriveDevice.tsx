import { Box } from '@chakra-ui/react';
import type { Drive } from '@kavrell/core/copies';
import { Facts, Look, Part, Why } from '../../ui/parts.tsx';

/** By what a drive is known again, and with which others it shares a device. */
export function DriveDevice({ drive, drives }: { drive: Drive; drives: readonly Drive[] }) {
  const { volume, simulated, name } = drive;
  if (simulated)
    return (
      <Part title="Device">
        Simulated: a folder on this machine that stands for a device of its own. It proves nothing about a real one.
      </Part>
    );
  if (!volume)
    return (
      <Part title="Device">
        {name} was not taken on yet. It is when a card is first copied to it: plugged in, its folder gets a small file,{' '}
        <span className="mono">.kavrell-drive</span>, by which it is known again. Until then it holds no copy.
      </Part>
    );
  const shared = drives.filter((d) => d.id !== drive.id && d.volume?.device === volume.device).map((d) => d.name);
  return (
    <Part title="Device">
      <Facts
        rows={[
          ['Taken on', new Date(volume.takenOnAtMs).toLocaleString()],
          ['By', volume.by || '–'],
          ['Device', volume.device],
        ]}
      />
      {shared.length > 0 ? (
        <Box mt={2}>
          <Look>On the same device as {shared.join(' and ')}: together they count as one copy.</Look>
        </Box>
      ) : null}
      <Why
        lines={[
          'Before each job, while it runs and when a card is released, the drive’s mark and its device are compared with these.',
          'A drive that is not plugged in is never made as a folder, and a drive that was swapped holds no copy of before.',
        ]}
      />
    </Part>
  );
}
