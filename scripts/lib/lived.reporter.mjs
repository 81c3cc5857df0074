import { appendFileSync, readFileSync, rmSync } from 'node:fs';
import path from 'node:path';
import { PluginKind, declareClassPlugin } from '@stryker-mutator/api/plugin';
import { ROOT } from './bootstrap.mjs';

/** Where a change that no test saw is told as soon as it is known: a run takes most of an hour and may be ended before. */
export const LIVED = path.join(ROOT, 'node_modules', '.cache', 'mutants', 'lived.txt');

const LIVES = new Set(['Survived', 'NoCoverage']);

/** Place, change and line of the program as it was. */
export function livedText(mutant) {
  const file = path.resolve(ROOT, mutant.fileName);
  const { line } = mutant.location.start;
  const replacement = String(mutant.replacement).replace(/\s+/g, ' ').slice(0, 60);
  return `${path.relative(ROOT, file)}:${line} ${mutant.mutatorName} → ${replacement} (${mutant.status})\n    ${readFileSync(file, 'utf8').split('\n')[line - 1]?.trim() ?? ''}`;
}

class LivedReporter {
  constructor() {
    rmSync(LIVED, { force: true });
  }
  onMutantTested(mutant) {
    if (LIVES.has(mutant.status)) appendFileSync(LIVED, `${livedText(mutant)}\n`);
  }
}

export const strykerPlugins = [declareClassPlugin(PluginKind.Reporter, 'lived', LivedReporter)];
