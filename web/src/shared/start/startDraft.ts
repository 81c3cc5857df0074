/** The name under which text waits that is to be pasted into a production. */
export const startDraft = (productionId: string): string => `start:${productionId}`;
