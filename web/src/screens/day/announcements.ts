import type { Announcements, UniqueIdentifier } from '@dnd-kit/core';

/** What is said while something is dragged: names, never ids. */
export function announcementsOf(nameOf: (id: string) => string): Announcements {
  const told = (id: UniqueIdentifier) => nameOf(String(id));
  return {
    onDragStart: ({ active }) => `Picked up ${told(active.id)}.`,
    onDragOver: ({ active, over }) => (over ? `${told(active.id)} over ${told(over.id)}.` : undefined),
    onDragEnd: ({ active, over }) =>
      over ? `${told(active.id)} let go at ${told(over.id)}.` : `${told(active.id)} let go.`,
    onDragCancel: ({ active }) => `${told(active.id)} is where it was.`,
  };
}
