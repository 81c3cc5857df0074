import { Flex } from '@chakra-ui/react';
import { usePlanned } from '../../app/production.tsx';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { openVersion, type Money } from './useMoney.ts';
import { addVersion } from './versions.ts';

/** Which version is open, and one more like it. */
export function VersionPick({ money }: { money: Money }) {
  const { production, rows } = usePlanned();
  const { version, isStored } = money;
  return (
    <Flex gap={2} wrap="wrap" align="center" mb={3}>
      {isStored ? (
        <>
          <Choice
            aria-label="Version"
            style={{ width: 'auto', maxWidth: '100%' }}
            value={version.id}
            onChange={(e) => openVersion(e.target.value)}
          >
            {rows.estimates.map((e) => (
              <option key={e.id} value={e.id}>
                {e.name}
                {e.chosen ? ' (the job is done by it)' : ''}
              </option>
            ))}
          </Choice>
          <Button
            size="small"
            onClick={() => addVersion(production.id, rows, { name: `${version.name.slice(0, 50)}, another` }, version)}
          >
            Another version like it
          </Button>
        </>
      ) : (
        <Button look="primary" onClick={() => addVersion(production.id, rows, { name: 'The plan as it is' })}>
          Begin the estimate
        </Button>
      )}
    </Flex>
  );
}
