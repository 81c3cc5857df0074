import path from 'node:path';
import type { Context } from '../platform/context.ts';

/** Where the hand-overs of a production lie, with the data of this machine. */
export const bundleFolder = ({ config }: Pick<Context, 'config'>, productionId: string): string =>
  path.join(config.dataRoot, 'bundles', productionId);
