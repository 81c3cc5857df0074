import { readFileSync } from 'node:fs';
import path from 'node:path';
import { gzipSync } from 'node:zlib';
import { ROOT } from './bootstrap.mjs';

/** What the first page may take: more is for what comes after it. */
export const FIRST_PAGE_KB = 202;

/** The JavaScript that the built page asks for before it shows anything, compressed, in kB. */
export function firstPageKB() {
  const web = path.join(ROOT, 'dist', 'web');
  const page = readFileSync(path.join(web, 'index.html'), 'utf8');
  const scripts = [...page.matchAll(/(?:src|href)="\/([^"]+\.js)"/g)].map((m) => m[1]);
  if (scripts.length === 0) throw new Error('The built page asks for no script: it can’t be measured.');
  return scripts.reduce((sum, s) => sum + gzipSync(readFileSync(path.join(web, s)), { level: 9 }).length, 0) / 1000;
}
