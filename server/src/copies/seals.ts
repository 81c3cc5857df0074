import { createHmac } from 'node:crypto';

/** What drives are marked with: not the house’s own secret, for stations have it too. */
export const driveSeal = (secret: string): string =>
  createHmac('sha256', secret).update('kavrell drives').digest('base64url');

/** Marks that are ours: made with the seal, or with the house’s secret itself, as they were before there were stations. */
export const sealsOf = (secret: string): string[] => [driveSeal(secret), secret];
