import type { SimulatedFaults } from '@kavrell/core/copies';
import type { Faults } from '@kavrell/copies';

const MB = 1e6;

/**
 * The troubles of a simulated card or drive as the copy engine plays them; null when it has none. Here a real reader’s or drive’s own
 * driver would stand: the engine knows only files.
 */
export function faultsOf(simulated: SimulatedFaults | null): Faults | null {
  if (!simulated) return null;
  const { speedMBps, pulledAtMB, fullAtMB, stallsAtMB, unreadableAtMB, flips } = simulated;
  const faults: Faults = {
    ...(speedMBps === null ? {} : { bytesPerSecond: speedMBps * MB }),
    ...(pulledAtMB === null ? {} : { pulledAtBytes: pulledAtMB * MB }),
    ...(fullAtMB === null ? {} : { fullAtBytes: fullAtMB * MB }),
    ...(stallsAtMB === null ? {} : { stallsAtBytes: stallsAtMB * MB }),
    ...(unreadableAtMB === null ? {} : { unreadableAtByte: Math.round(unreadableAtMB * MB) }),
    ...(flips === 'no' ? {} : { flips }),
  };
  return Object.keys(faults).length > 0 ? faults : null;
}
