// Writes docs/formulas.md from the registry.
import { writeFileSync } from 'node:fs';
import path from 'node:path';
import { ROOT } from './lib/bootstrap.mjs';
import { loadSource } from './lib/source.mjs';

const { formulasPage } = await loadSource('core/src/registry/document.ts');
writeFileSync(path.join(ROOT, 'docs', 'formulas.md'), formulasPage());
