import { Flex } from '@chakra-ui/react';
import type { Camera } from '@kavrell/core/camera';
import { formatCount } from '@kavrell/core/units';
import { usePlanned } from '../../app/production.tsx';
import { Button } from '../../ui/Button.tsx';
import { FormField } from '../../ui/FormField.tsx';

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
          <select
            className="field"
            {...props}
            value={by}
            onChange={(e) => setBy(e.target.value === 'units' ? 'units' : 'days')}
          >
            <option value="days">over the days still to come</option>
            <option value="units">this day between two units</option>
          </select>
        )}
      </FormField>
      {by === 'units' && second.length > 0 ? (
        <FormField label="The second unit has">
          {(props) => (
            <select className="field" {...props} value={camera?.letter} onChange={(e) => setLetter(e.target.value)}>
              {second.map((c) => (
                <option key={c.id} value={c.letter}>
                  camera {c.letter}
                  {c.operatorId ? `, ${rows.people.find((p) => p.id === c.operatorId)?.shortName}` : ''}
                </option>
              ))}
            </select>
          )}
        </FormField>
      ) : null}
      {by === 'days' && freeCount > 0 ? (
        <label style={{ display: 'flex', gap: 8, alignItems: 'center', minHeight: 36, marginBottom: 16 }}>
          <input type="checkbox" checked={withFree} onChange={(e) => setWithFree(e.target.checked)} />
          with {formatCount(freeCount, 'shot')} on no day
        </label>
      ) : null}
      <Button look="primary" mb={4} disabled={!canSeek || isSeeking} onClick={seek}>
        {isSeeking ? 'Sharing out …' : 'Share out'}
      </Button>
    </Flex>
  );
}
