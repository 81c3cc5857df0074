/**
 * The lines of a day after those of one block are let go elsewhere: they stay together in their order, and come to stand before
 * `beforeId`, or last where that is null. A block let go at one of its own lines stays where it is.
 */
export function withBlockMoved(ids: readonly string[], block: readonly string[], beforeId: string | null): string[] {
  const moved = new Set(block);
  if (beforeId !== null && moved.has(beforeId)) return [...ids];
  const rest = ids.filter((id) => !moved.has(id));
  const at = beforeId === null ? -1 : rest.indexOf(beforeId);
  rest.splice(at < 0 ? rest.length : at, 0, ...ids.filter((id) => moved.has(id)));
  return rest;
}
