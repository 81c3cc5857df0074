#!/usr/bin/env node
// The command line: loads the bundle, which `npm ci` and the start command make; makes it when it is missing.
import { existsSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { setFlagsFromString } from 'node:v8';

// Memory is kept small, whatever the card holds: before anything has grown.
for (const flag of ['--optimize-for-size', '--max-semi-space-size=1', '--semi-space-growth-factor=1'])
  setFlagsFromString(flag);

const bundle = new URL('../../dist/cli/kavrell.mjs', import.meta.url);
if (!existsSync(fileURLToPath(bundle))) await import('../../scripts/buildCli.mjs');
await import(bundle.href);
