import { expect, it } from 'vitest';
import { ownParts } from './offline.ts';

it('of what a page has loaded only our own parts are kept, each once', () => {
  const origin = 'http://127.0.0.1:4600';
  expect(
    ownParts(
      [
        `${origin}/assets/a.js`,
        `${origin}/assets/a.js?x`,
        '/assets/b.woff2',
        `${origin}/api/me`,
        'https://elsewhere.example/assets/c.js',
      ],
      origin,
    ),
  ).toEqual(['/assets/a.js', '/assets/b.woff2']);
});
