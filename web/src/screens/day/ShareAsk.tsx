import { Flex } from '@chakra-ui/react';
import type { Camera } from '@kavrell/core/camera';
import { formatCount } from '@kavrell/core/units';
import { usePlanned } from '../../app/production.tsx';
import { Button } from '../../ui/Button.tsx';
import { FormField } from '../../ui/FormField.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { Tick } from '../../ui/Tick.tsx';

interface Props {
  by: 'days' | 'units';
  setBy: (by: 'days' | 'units') => void;
  /** Cameras that a second unit can have, and the one that it gets. */
  second: readonly Camera[];
  camera: Camera | undefined;
  setLetter: (letter: string) => void;
  /** How many shots are on no day, and whether they are shared out too. */
  freeCount: number;
  withFree: boolean;
  setWithFree: (on: boolean) => void;
  canSeek: boolean;
  isSeeking: boolean;
  seek: () => void;
}

/** What is shared out: over the days, or this day between two units, with which camera, with shots on no day or without. */
export function ShareAsk(props: Props) {
  const { by, setBy, second, camera, setLetter, freeCount, withFree, setWithFree, canSeek, isSeeking, seek } = props;
  const { rows } = usePlanned();
  return (
    <Flex gap={4} wrap="wrap" align="end" mb={3}>
      <FormField label="Share out">
        {(props) => (
          <Choice {...props} value={by} onChange={(e) => setBy(e.target.value === 'units' ? 'units' : 'days')}>
            <option value="days">over the days still to come</option>
            <option value="units">this day between two units</option>
          </Choice>
        )}
      </FormField>
      {by === 'units' && second.length > 0 ? (
        <FormField label="The second unit has">
          {(props) => (
            <Choice {...props} value={camera?.letter} onChange={(e) => setLetter(e.target.value)}>
              {second.map((c) => (
                <option key={c.id} value={c.letter}>
                  camera {c.letter}
                  {c.operatorId ? `, ${rows.people.find((p) => p.id === c.operatorId)?.shortName}` : ''}
                </option>
              ))}
            </Choice>
          )}
        </FormField>
      ) : null}
      {by === 'days' && freeCount > 0 ? (
        <Tick checked={withFree} onChange={setWithFree} minH="36px" mb={4}>
          with {formatCount(freeCount, 'shot')} on no day
        </Tick>
      ) : null}
      <Button look="primary" mb={4} disabled={!canSeek || isSeeking} onClick={seek}>
        {isSeeking ? 'Sharing out …' : 'Share out'}
      </Button>
    </Flex>
  );
}
