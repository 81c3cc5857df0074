import { RATES, rateSaid } from '@kavrell/core/timecode';

/** Frame rates to choose from, as they are said. */
export const RATE_CHOICES = Object.entries(RATES).map(([name, rate]) => [name, rateSaid(rate)] as const);
