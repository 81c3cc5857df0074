#!/usr/bin/env node
// The command line: loads the bundle, which `npm ci` and the start command make; makes it when it is missing.
import { existsSync } from 'node:fs';
import { fileURLToPath } from 'node:url';

const bundle = new URL('../../dist/cli/kavrell.mjs', import.meta.url);
if (!existsSync(fileURLToPath(bundle))) await import('../../scripts/buildCli.mjs');
await import(bundle.href);
