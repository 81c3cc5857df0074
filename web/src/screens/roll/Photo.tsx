import { Box } from '@chakra-ui/react';
import type { Still } from '@kavrell/core/log';
import { formatInstant } from '@kavrell/core/units';
import { useProduction } from '../../app/production.tsx';
import { useFileUrl } from '../../platform/files.ts';
import { usePreferences } from '../../platform/preferences.ts';
import { dropEntry, mendEntry } from '../../shared/log/log.ts';
import { Button } from '../../ui/Button.tsx';
import { LineEdit } from '../../ui/LineEdit.tsx';

/** A still with its time and what is to be watched in it. */
export function Photo({ still }: { still: Still }) {
  const { day } = useProduction();
  const clock = usePreferences((s) => s.clock);
  const url = useFileUrl(still.productionId, still.payload.hash);
  const at = day ? formatInstant(still.atMs, day, clock) : '';
  return (
    <Box as="figure" m={0} mb={3}>
      {url ? (
        <img
          src={url}
          alt={still.payload.watch || `Still at ${at}`}
          width={still.payload.widthPx}
          height={still.payload.heightPx}
          style={{ width: '100%', height: 'auto', borderRadius: 4 }}
        />
      ) : null}
      <Box as="figcaption" fontSize="s">
        {at} {still.by}
        <LineEdit
          label={`What to watch in the still at ${at}`}
          placeholder="what to watch: glass, clock, collar"
          maxLength={300}
          value={still.payload.watch}
          save={(watch) => mendEntry(still, 'What to watch in a still', { payload: { ...still.payload, watch } })}
        />
        <Button size="small" look="quiet" onClick={() => dropEntry(still, 'A still taken away')}>
          Take away
        </Button>
      </Box>
    </Box>
  );
}
