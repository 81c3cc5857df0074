import { Box, Flex } from '@chakra-ui/react';
import { positionAfter } from '@kavrell/core/records';
import { formatCount, formatMoney } from '@kavrell/core/units';
import { usePlanned } from '../../app/production.tsx';
import { newId } from '../../platform/id.ts';
import { change } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';
import { Empty, Figure, Look } from '../../ui/parts.tsx';
import { useHashSelection } from '../../ui/selection.ts';
import { Sheet } from '../../ui/sheet.tsx';
import { EstimateLines } from './EstimateLines.tsx';
import { LineSheet } from './LineSheet.tsx';
import { TotalPart } from './TotalPart.tsx';
import { useMoney } from './useMoney.ts';
import { VersionFields } from './VersionFields.tsx';
import { VersionPick } from './VersionPick.tsx';

/** What the job costs by its plan, line by line, and what of the price stays. */
export function EstimateView({ toRates }: { toRates: () => void }) {
  const { production, rows } = usePlanned();
  const money = useMoney();
  const [chosenId, choose] = useHashSelection();
  const { estimate, currency, isStored, version } = money;
  const chosen = estimate.lines.find((l) => l.key === chosenId);
  // Of a plan without a single price nothing is nought: it is not known.
  const known = estimate.unknown.length < estimate.lines.length || version.school !== 'rates';
  const say = (minor: number) => (known ? formatMoney(minor, currency) : '–');
  const add = () => {
    const id = newId();
    const values = {
      ...{
        estimateId: isStored ? version.id : null,
        planKey: '',
        section: 'other' as const,
        words: 'Something else',
        quantity: 1,
        unit: '',
      },
      ...{ unitMinor: 0, currency, taxBp: null, own: false, position: positionAfter(rows.estimateLines) },
    };
    void change(production.id, 'A line of the estimate', [{ op: 'insert', table: 'estimateLines', id, values }]);
    choose(`typed:${id}`);
  };
  return (
    <>
      <VersionPick money={money} />
      {estimate.lines.length === 0 ? (
        <Empty title="Nothing to price yet" action={<Button onClick={add}>Add a line</Button>}>
          Put people on a day, hire something, or write down your rates: “gaffer, 450 for ten hours”. What the plan says
          is priced here by itself; what it doesn’t is added by hand.
        </Empty>
      ) : (
        <>
          <Flex gap={6} wrap="wrap" mb={4}>
            <Figure name="Net">{say(estimate.total.netMinor)}</Figure>
            <Figure name="With tax">{say(estimate.total.grossMinor)}</Figure>
            <Figure name="Paid out to others">{say(estimate.paidOutMinor)}</Figure>
            <Figure
              name="Stays with you"
              look={estimate.leavesMinor < 0}
              hint="Net, less what others get, the agency’s part and the contingency."
            >
              {say(estimate.leavesMinor)}
            </Figure>
            <Figure
              name="An hour of yours"
              hint={
                version.selfId ? 'What stays, by your hours on the days, before and after.' : 'Say who you are, beside.'
              }
            >
              {estimate.leavesHourMinor === null ? '–' : say(estimate.leavesHourMinor)}
            </Figure>
          </Flex>
          {estimate.unknown.length > 0 ? (
            <Box role="status" mb={3} data-unknown>
              <Look>{formatCount(estimate.unknown.length, 'line')} without a price</Look>, in no sum:{' '}
              {estimate.unknown.map((l) => l.words).join(', ')}.{' '}
              <Button size="small" onClick={toRates}>
                To the rates
              </Button>
            </Box>
          ) : null}
          <EstimateLines lines={estimate.lines} currency={currency} chosenKey={chosenId} choose={choose} />
          <Flex gap={2} mt={3} wrap="wrap">
            <Button size="small" onClick={add}>
              Add a line
            </Button>
          </Flex>
          <LeftOut money={money} />
          <Unplaced money={money} />
        </>
      )}
      <Sheet>
        {chosen ? <LineSheet key={chosen.key} line={chosen} money={money} close={() => choose(null)} /> : null}
        {!chosen ? <TotalPart money={money} /> : null}
        {!chosen && isStored ? <VersionFields money={money} /> : null}
      </Sheet>
    </>
  );
}

/** What of the plan is left out of this version, and back in with a press. */
function LeftOut({ money: { version, save } }: { money: ReturnType<typeof useMoney> }) {
  if (version.offKeys.length === 0) return null;
  return (
    <Box mt={3} color="soft">
      {formatCount(version.offKeys.length, 'line')} of the plan left out of this version.{' '}
      <Button size="small" onClick={() => save({ offKeys: [] }, 'All lines of the plan in again')}>
        Put all in again
      </Button>
    </Box>
  );
}

/** Prices by hand whose line the plan no longer has: told, and taken away with a press. */
function Unplaced({ money: { estimate } }: { money: ReturnType<typeof useMoney> }) {
  const { production } = usePlanned();
  const { unplaced } = estimate;
  if (unplaced.length === 0) return null;
  return (
    <Box mt={3} role="status">
      <Look>In no sum</Look>: {formatCount(unplaced.length, 'price')} by hand for what the plan no longer has,{' '}
      {unplaced.map((t) => t.words).join(', ')}.{' '}
      <Button
        size="small"
        onClick={() =>
          void change(
            production.id,
            'Prices by hand taken away',
            unplaced.map((row) => ({ op: 'delete', table: 'estimateLines', row })),
          )
        }
      >
        Take away
      </Button>
    </Box>
  );
}
