/** From the ground up: what stands later may know what stands before it, never the other way. A folder that is not listed is refused. */
const CORE = ['base', 'physics', 'rooms', 'plan', 'about', 'whole', 'registry'];
const WEB = ['platform', 'workers', 'ui', 'app', 'shared', 'screens', 'shell'];
const TESTS = '\\.test\\.(ts|tsx|mjs)$|/testing(\\.tsx?|/)';

/** Nothing of a layer knows a later one. */
const upward = (root, layers) =>
  layers.slice(0, -1).map((layer, i) => ({
    name: `${root}-${layer}-knows-no-later-layer`,
    severity: 'error',
    from: { path: `^${root}/src/${layer}/`, pathNot: TESTS },
    to: { path: `^${root}/src/(${layers.slice(i + 1).join('|')})/` },
  }));
const forbid = (name, from, to) => ({ name, severity: 'error', from: { pathNot: TESTS, ...from }, to });
/** Arrows between packages: each may know these and the registry's. */
const PACKAGES = {
  core: [],
  contract: ['core'],
  copies: ['core'],
  demo: ['core', 'contract'],
  server: ['core', 'contract', 'copies', 'demo'],
  web: ['core', 'contract'],
  cli: ['core', 'contract', 'copies'],
};
const OURS = Object.keys(PACKAGES);

module.exports = {
  forbidden: [
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true } },
    ...OURS.map((name) =>
      forbid(
        `${name}-knows-only-its-own`,
        { path: `^${name}/src/` },
        { path: `^(${OURS.filter((o) => o !== name && !PACKAGES[name].includes(o)).join('|')})/src/` },
      ),
    ),
    forbid('pure', { path: '^(core|contract|web)/src/' }, { dependencyTypes: ['core'] }),
    ...upward('core', CORE),
    forbid('core-layer-listed', { path: `^core/src/(?!(${CORE.join('|')})/)` }, {}),
    forbid(
      'core-room-by-its-index',
      { path: '^core/src/([^/]+)/([^/]+)/' },
      { path: '^core/src/[^/]+/[^/]+/(?!index\\.ts$)', pathNot: '^core/src/$1/$2/' },
    ),
    forbid(
      'room-by-its-index-from-outside',
      { path: '^(contract|copies|server|web|cli|demo)/src/' },
      { path: '^core/src/[^/]+/[^/]+/(?!index\\.ts$)' },
    ),
    ...upward('web', WEB),
    forbid(
      'web-layer-listed',
      { path: `^web/src/(?!(${WEB.join('|')}|personal)/|main\\.tsx$|vite-env\\.d\\.ts$)` },
      {},
    ),
    forbid(
      'screen-knows-no-screen',
      { path: '^web/src/screens/([^/]+)/' },
      { path: '^web/src/screens/[^/]+/', pathNot: '^web/src/screens/$1/' },
    ),
  ],
  options: {
    tsPreCompilationDeps: true,
    doNotFollow: { path: 'node_modules' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'default'],
      extensions: ['.ts', '.tsx', '.mjs', '.js'],
    },
  },
};
