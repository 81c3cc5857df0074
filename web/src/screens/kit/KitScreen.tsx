import { useMemo } from 'react';
import { formatCount } from '@kavrell/core/units';
import { NoDay } from '../../app/NoDay.tsx';
import { usePlanned } from '../../app/production.tsx';
import { useKeptView } from '../../platform/kept.ts';
import { FaultsView } from '../../shared/sound/FaultsView.tsx';
import { ScreenHead } from '../../ui/parts.tsx';
import { Views } from '../../ui/Views.tsx';
import { AlongView } from './AlongView.tsx';
import { BatteriesView } from './BatteriesView.tsx';
import { KitNeedsView } from './KitNeedsView.tsx';
import { useKit, type KitOfDay } from './useKit.ts';
import { VanView } from './VanView.tsx';

const CREW = [
  ['along', 'Taken along'],
  ['van', 'In the van'],
] as const;
const VIEWS = [['needs', 'Needed'], ...CREW, ['batteries', 'Batteries'], ['faults', 'Faults']] as const;

/** What the day needs, by department, with what asks for it; what is taken along, and whether it is back. */
export function KitScreen() {
  const { production, rows, day, me } = usePlanned();
  const isOwner = me.role === 'owner';
  const [view, setView] = useKeptView(`kit:${production.id}`, isOwner ? VIEWS : CREW);
  const kit = useKit(null);
  const words = useMemo(() => headWords(kit, rows.kitLines.length), [kit, rows.kitLines.length]);
  return (
    <>
      <ScreenHead title="Kit" note={words}>
        <Views label="Kit" views={isOwner ? VIEWS : CREW} open={view} onOpen={setView} />
      </ScreenHead>
      {!day && (view === 'needs' || view === 'batteries') ? (
        <NoDay>What a day needs is counted from its order: cameras, lamps, packs, cards, water.</NoDay>
      ) : view === 'needs' ? (
        <KitNeedsView />
      ) : view === 'along' ? (
        <AlongView kit={kit} />
      ) : view === 'van' ? (
        <VanView />
      ) : view === 'batteries' ? (
        <BatteriesView />
      ) : (
        <FaultsView />
      )}
    </>
  );
}

/** The answer first: what is lacking, not packed, not back, still on. */
function headWords({ matches, out }: KitOfDay, lines: number): string {
  const things = formatCount(matches.length, 'thing');
  const lacking = matches.filter((m) => m.get > 0).length;
  const coming = matches.filter((m) => m.coming > 0).length;
  const without = matches.filter((m) => m.without > 0).length;
  return [
    matches.length === 0
      ? ''
      : lines === 0
        ? `${things} needed; what of it is there nobody said yet`
        : lacking > 0
          ? `${lacking} of ${things} still to be got`
          : coming > 0
            ? `of ${things} ${coming} not here yet`
            : without > 0
              ? `of ${things} ${without} done without, the others there`
              : `all of ${things} there`,
    out.unpacked.length > 0 ? `${out.unpacked.length} not packed` : '',
    out.notBack.length > 0 ? `${out.notBack.length} not back` : '',
    out.on.length > 0 ? `${out.on.length} switched on` : '',
  ]
    .filter(Boolean)
    .join(' · ');
}
