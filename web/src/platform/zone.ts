import lookUp from '@photostructure/tz-lookup';

/** The time zone of a position, worked out on this device: good to a few kilometres at borders. */
export const zoneAt = (latitude: number, longitude: number): string => lookUp(latitude, longitude);
