import { execFileSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import path from 'node:path';
import { ROOT, ensureModules } from './lib/bootstrap.mjs';
import { say } from './lib/say.mjs';

ensureModules();

/** Draws who imports whom among folders of `root`, from the real imports, with the rules that the checks hold. */
function drawn(root, collapse) {
  const program = path.join(ROOT, 'node_modules', '.bin', 'depcruise');
  const left = '\\.test\\.tsx?$|node_modules|testing\\.ts$|globals\\.d\\.ts$';
  const args = [
    '--config',
    '.dependency-cruiser.cjs',
    '--collapse',
    collapse,
    '--exclude',
    left,
    '--include-only',
    `^${root}/`,
  ];
  return execFileSync(program, [...args, '--output-type', 'mermaid', root], { cwd: ROOT, encoding: 'utf8' }).trim();
}
const part = (title, words, map) => `## ${title}\n\n${words}\n\n\`\`\`mermaid\n${map}\n\`\`\`\n`;

writeFileSync(
  path.join(ROOT, 'docs', 'map.md'),
  [
    '# Who knows whom\n',
    'Drawn from the imports as they are by `npm run map`; an arrow says “knows”. The order of the layers stands in `.dependency-cruiser.cjs`.\n',
    part(
      'Core',
      'From the ground up: `base`, `physics`, `rooms`, `plan`, `about`, `whole`, `registry`.',
      drawn('core/src', '^core/src/([^/]+/[^/]+|registry)'),
    ),
    part(
      'Interface',
      '`platform`, `workers`, `ui`, `app`, `shared`, `screens`, `shell`; no screen knows another.',
      drawn('web/src', '^web/src/(screens|shared)/[^/]+|^web/src/[^/]+'),
    ),
  ].join('\n'),
);
say('docs/map.md is drawn anew.');
