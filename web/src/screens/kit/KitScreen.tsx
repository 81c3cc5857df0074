import { formatCount } from '@kavrell/core/units';
import { NoDay } from '../../app/NoDay.tsx';
import { usePlanned } from '../../app/production.tsx';
import { useKeptView } from '../../platform/kept.ts';
import { ScreenHead } from '../../ui/parts.tsx';
import { Views } from '../../ui/Views.tsx';
import { AlongView } from './AlongView.tsx';
import { KitNeedsView } from './KitNeedsView.tsx';
import { useKit } from './useKit.ts';
import { VanView } from './VanView.tsx';

const VIEWS = [
  ['needs', 'Needed'],
  ['along', 'Taken along'],
  ['van', 'In the van'],
] as const;

/** What the day needs, by department, with what asks for it; what is taken along, and whether it is back. */
export function KitScreen() {
  const { production, rows, day } = usePlanned();
  const [view, setView] = useKeptView(`kit:${production.id}`, VIEWS);
  const kit = useKit(null);
  if (!day || !kit)
    return <NoDay>What a day needs is counted from its order: cameras, lamps, packs, cards, water.</NoDay>;
  const lacking = kit.matches.filter((m) => m.get > 0).length;
  const { unpacked, notBack } = kit.out;
  const words = [
    kit.matches.length === 0
      ? ''
      : rows.kitLines.length === 0
        ? `${formatCount(kit.matches.length, 'thing')} needed; what of it is there nobody said yet`
        : lacking > 0
          ? `${lacking} of ${formatCount(kit.matches.length, 'thing')} still to be got`
          : `all of ${formatCount(kit.matches.length, 'thing')} there`,
    unpacked.length > 0 ? `${unpacked.length} not packed` : '',
    notBack.length > 0 ? `${notBack.length} not back` : '',
  ];
  return (
    <>
      <ScreenHead title="Kit" note={words.filter(Boolean).join(' · ')}>
        <Views label="Kit" views={VIEWS} open={view} onOpen={setView} />
      </ScreenHead>
      {view === 'needs' ? <KitNeedsView /> : view === 'along' ? <AlongView out={kit.out} /> : <VanView />}
    </>
  );
}
