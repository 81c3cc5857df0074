import { Box, Flex } from '@chakra-ui/react';
import { KIT_SOURCE_WORDS, KIT_STATE_WORDS, type KitLine, type KitState } from '@kavrell/core/kit';
import { usePlanned } from '../../app/production.tsx';
import { tell } from '../../platform/notices.ts';
import { change } from '../../platform/rows.ts';
import { addFault } from '../../shared/sound/addFault.ts';
import { Button } from '../../ui/Button.tsx';

/** One press on a thing: what comes after its present state. */
const NEXT: Readonly<Record<KitState, KitState>> = {
  ...{ toGet: '', '': 'packed', packed: 'there', there: 'back', back: 'packed', missing: 'back' },
};
const PRESS: Readonly<Record<KitState, string>> = {
  ...{ toGet: 'It is here', '': 'Packed', packed: 'Out, at the place', there: 'Back in its case' },
  ...{ back: 'Packed again', missing: 'Found' },
};
/** What has a switch that somebody forgets. */
const SWITCHED = /^(Light|Camera|Sound|Clocks|Power)\//;

/** A thing that is ticked off with one press: by the one who packs, or by the one who looks again. */
export function LineTick({
  line: l,
  second,
  set,
}: {
  line: KitLine;
  second: boolean;
  set: (line: KitLine, state: KitState) => void;
}) {
  const { production, rows, me } = usePlanned();
  const save = (label: string, values: Partial<KitLine>) =>
    void change(production.id, label, [{ op: 'update', table: 'kitLines', row: l, values }]);
  const look = () => {
    if (l.tickedBy === me.name) tell(`${me.name} ticked it off: somebody else looks a second time.`);
    else save(`${l.name}: looked at again`, { checkedBy: me.name });
  };
  const broken = () => {
    addFault(production, rows.faults, {
      device: l.name.slice(0, 80),
      symptom: 'Broken',
      chain: [],
      owedTo: l.supplier,
    });
    tell(`A fault is noted for ${l.name}: what is wrong and photographs go to Faults.`);
  };
  const words = [
    KIT_STATE_WORDS[l.state],
    l.source === 'own' ? '' : KIT_SOURCE_WORDS[l.source],
    l.tickedBy ? `by ${l.tickedBy}` : '',
    l.checkedBy ? `looked at again by ${l.checkedBy}` : '',
  ];
  return (
    <Flex
      as="li"
      gap={3}
      align="center"
      wrap="wrap"
      py={1}
      borderBottom="1px solid"
      borderColor="hairline"
      data-kit={l.name}
    >
      <Box flex="1" minW="160px" overflowWrap="anywhere">
        <strong>{l.name}</strong>
        {l.have === 1 ? '' : ` × ${l.have}`}{' '}
        <Box as="span" color="soft">
          {words.filter(Boolean).join(', ')}
        </Box>
      </Box>
      {second ? (
        <Button onClick={look} aria-label={`${l.name}: I looked, it is there`}>
          I looked: there
        </Button>
      ) : (
        <Button onClick={() => set(l, NEXT[l.state])} aria-label={`${l.name}: ${PRESS[l.state]}`}>
          {PRESS[l.state]}
        </Button>
      )}
      {l.state === 'there' || l.state === 'packed' || second ? (
        <Button look="quiet" onClick={() => set(l, 'missing')} aria-label={`${l.name} is missing`}>
          Missing
        </Button>
      ) : null}
      {l.state === 'there' && SWITCHED.test(l.need) ? (
        <Button
          look="quiet"
          onClick={() => save(`${l.name}: ${l.on ? 'off' : 'on'}`, { on: !l.on })}
          aria-label={`${l.name} is ${l.on ? 'switched off' : 'switched on'}`}
        >
          {l.on ? 'Off now' : 'Is on'}
        </Button>
      ) : null}
      {me.role === 'owner' && !second && (l.state === 'there' || l.state === 'back') ? (
        <Button look="quiet" onClick={broken} aria-label={`${l.name} is broken`}>
          Broken
        </Button>
      ) : null}
    </Flex>
  );
}
