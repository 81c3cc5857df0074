import { SHOWN } from './LossesPart.tsx';
import { KeepPlacesBench } from './KeepPlacesBench.tsx';
import { LossesPart } from './LossesPart.tsx';
import { Box, Flex } from '@chakra-ui/react';
import { useMemo } from 'react';
import { lossesNow, type KeepCode } from '@kavrell/core/copies';
import { formatCount } from '@kavrell/core/units';
import { useProduction } from '../../app/production.tsx';
import { change } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { Part, Why } from '../../ui/parts.tsx';
import { Sheet } from '../../ui/sheet.tsx';
import { HandOvers } from './HandOvers.tsx';
import { ScanCode } from './ScanCode.tsx';

/** Where drives and cards are, handed over by two taps; what any single loss would cost, and the move that helps most. */
export function WhereView() {
  const { production, rows, cards, me } = useProduction();
  const { losses, nameOf } = useMemo(
    () => lossesNow(cards, rows.drives, rows.keepPlaces),
    [cards, rows.drives, rows.keepPlaces],
  );
  const name = (id: string) => nameOf.get(id) ?? id;
  const told = losses.losses.filter((l) => l.lost.length + l.lastCopy.length > 0).slice(0, SHOWN);
  // What has one copy only is lost with whatever that is on: that is said of all of it at once.
  const once = new Set(losses.losses.flatMap((l) => (l.kind === 'card' || l.kind === 'drive' ? l.lost : [])));
  const worst = losses.losses.find((l) => l.lost.some((id) => !once.has(id)));
  const inCamera = new Set(cards.filter((c) => !c.card.unloaded).map((c) => `card:${c.card.id}`));
  const unplaced = losses.unplaced.filter((id) => !inCamera.has(id));
  const things = [
    ...rows.drives.map((row) => ({ table: 'drives' as const, row, name: row.name })),
    ...cards
      .filter((c) => c.clips.length > 0 && !c.release)
      .map(({ card: row }) => ({ table: 'cards' as const, row, name: `Card ${row.label}` })),
  ];
  const handOver = (thing: (typeof things)[number], whereabouts: string) =>
    void change(
      production.id,
      `${thing.name} to ${whereabouts || 'nowhere said'}`,
      thing.table === 'drives'
        ? [{ op: 'update', table: 'drives', row: thing.row, values: { whereabouts } }]
        : [{ op: 'update', table: 'cards', row: thing.row, values: { whereabouts } }],
    );
  const byCode = (code: KeepCode, placeName: string) => {
    const thing = things.find((t) => t.row.id === code.id);
    if (thing) handOver(thing, placeName);
  };
  const move = losses.move;
  const moved = things.find((t) => move && move.thing === `${t.table === 'drives' ? 'drive' : 'card'}:${t.row.id}`);
  return (
    <>
      <Box as="p" fontSize="xl" fontWeight="700" role="status" mb={2} data-worst-loss>
        {losses.losses.length === 0 || cards.every((c) => c.clips.length === 0)
          ? 'Nothing was copied yet'
          : worst
            ? `${name(worst.id)} alone would take ${formatCount(worst.lost.length, 'card')}`
            : once.size > 0
              ? `${formatCount(once.size, 'card is', 'cards are')} in one place only`
              : 'No single loss takes a card'}
      </Box>
      {move && moved ? (
        <Flex gap={2} align="center" wrap="wrap" mb={3}>
          <Box>
            {moved.name} to {name(move.to)}: then the worst takes{' '}
            {move.worstLost === 0 ? 'nothing' : formatCount(move.worstLost, 'card')}.
          </Box>
          {me.role === 'owner' ? (
            <Button look="primary" onClick={() => handOver(moved, name(move.to))}>
              It is handed over
            </Button>
          ) : null}
        </Flex>
      ) : null}
      <LossesPart told={told} name={name} unplaced={unplaced} />
      <Box as="section" aria-label="Where each is" mb={5}>
        <Box as="h2" fontSize="m" fontWeight="700" mb={2}>
          Where each is
        </Box>
        {me.role === 'owner' ? <ScanCode handOver={byCode} /> : null}
        <Box as="ul" listStyleType="none" display="grid" gap={2}>
          {things.map((t) => (
            <Flex as="li" key={t.row.id} gap={3} align="center" wrap="wrap">
              <Box minW="140px" fontWeight="700" overflowWrap="anywhere">
                {t.name}
              </Box>
              {me.role === 'owner' ? (
                <Choice
                  aria-label={`${t.name} is with`}
                  style={{ width: 'auto', maxWidth: '100%' }}
                  value={t.row.whereabouts}
                  onChange={(e) => handOver(t, e.target.value)}
                >
                  {[...new Set(['', t.row.whereabouts, ...rows.keepPlaces.map((p) => p.name)])].map((p) => (
                    <option key={p} value={p}>
                      {p || 'nobody said'}
                    </option>
                  ))}
                </Choice>
              ) : (
                <Box>{t.row.whereabouts || 'nobody said'}</Box>
              )}
            </Flex>
          ))}
        </Box>
      </Box>
      <HandOvers />
      {me.role === 'owner' ? <KeepPlacesBench /> : null}
      <Sheet>
        <Why
          lines={[
            'A drive counts where all files of a card were read back and compared; the card itself counts until it is released. A loss takes all that lies in it, however deep.',
            'Apart, as the policy wants it, is two devices in two places of which nothing holds both: two bags in one van are together.',
            'Each hand-over is kept with who said it and when: nobody measures where a drive is.',
          ]}
        />
        <Part title="Care">
          No two copies in one vehicle. Alone with one vehicle: one copy on you, and what is left of the risk is said.
        </Part>
      </Sheet>
    </>
  );
}
