import { KIT_LINE_DEFAULTS, type KitLine, type Piece } from '@kavrell/core/kit';
import { queries } from '../../platform/queries.ts';
import { testId, written } from '../../testing/screen.tsx';

/** A thing that is taken along. */
export const line = (more: Partial<KitLine>): KitLine => ({
  ...{ ...KIT_LINE_DEFAULTS, id: testId(), productionId: testId(), version: 1, deletedAt: null, name: 'Ring' },
  ...{ crate: 'Camera', position: 1 },
  ...more,
});
/** The own list as it was read. */
export function knowOwnKit(pieces: readonly Piece[] = [], bookings: readonly object[] = []): void {
  const houseId = testId();
  queries.setQueryData(['house'], { productionId: houseId });
  queries.setQueryData(['rows', houseId, 'pieces'], pieces);
  queries.setQueryData(['kit-bookings'], bookings);
}
export const opsOf = () => written().flatMap((w) => w.ops);
