const UUID = /[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}/g;

/** Every string in a value, however deep, as `turn` makes it; keys too. Dates and numbers stay. */
export function turnStrings(value: unknown, turn: (text: string) => string): unknown {
  if (typeof value === 'string') return turn(value);
  if (Array.isArray(value)) return value.map((v) => turnStrings(v, turn));
  if (value instanceof Date || value === null || typeof value !== 'object') return value;
  return Object.fromEntries(Object.entries(value).map(([k, v]) => [turn(k), turnStrings(v, turn)]));
}

/** A value with every id that is in the map renewed, also where one stands within a longer text. Ids that are not in it stay. */
export const withIds = (value: unknown, ids: ReadonlyMap<string, string>): unknown =>
  turnStrings(value, (text) => text.replace(UUID, (id) => ids.get(id) ?? id));
