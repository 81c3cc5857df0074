/** Addresses inside the interface. */
export const screenLink = (productionId: string, dayNumber: number | null, path: string): string =>
  `/p/${productionId}/${dayNumber ?? 0}/${path}`;
