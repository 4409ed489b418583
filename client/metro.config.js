const { getDefaultConfig } = require('expo/metro-config');
const { createHash } = require('node:crypto');
const { readdirSync, readFileSync } = require('node:fs');
const { dirname, join } = require('node:path');
const { FIRST } = require('./bundle/first');
const { leftOut } = require('./bundle/left-out');

const config = getDefaultConfig(__dirname);

// While developing, the application comes from Metro and its data from the server, on one address as in real use.
const api = process.env.FIDENS_API;
if (api) {
  const { createProxyMiddleware } = require('http-proxy-middleware');
  const proxy = createProxyMiddleware({ target: api, pathFilter: '/api' });
  config.server.enhanceMiddleware = (metro) => (request, response, next) =>
    proxy(request, response, () => metro(request, response, next));
}

// A module is run when it is first used, not when the page opens: most of them are not needed for the first page. Where the page's
// script came from, by which workers are found, is known only while it is run for the first time. What computes asks for each of its
// neighbours tens of thousands of times a change, and is small: it has them at once.
const core = dirname(require.resolve('@fidens/core'));
const computing = ['numbers', 'rules', 'grading', 'search', 'insight'].map((room) => join(core, room));
const eager = [
  join(dirname(require.resolve('expo/package.json')), 'src/winter/ImportMetaRegistry.ts'),
  ...computing.flatMap((room) => readdirSync(room, { recursive: true }).map((file) => join(room, file))),
];
const inlineRequires = { blockList: Object.fromEntries(eager.map((file) => [file, true])) };
config.transformer.getTransformOptions = async () => ({ transform: { inlineRequires } });

// What is run before all else: what the first page wants is asked for, and computed.
const { getModulesRunBeforeMainModule: others } = config.serializer;
config.serializer.getModulesRunBeforeMainModule = (entry) => [...FIRST, ...others(entry)];

// What packages bring along and no page of ours comes to stays out of what browsers load.
config.resolver.resolveRequest = (context, name, platform) => {
  const found = context.resolveRequest(context, name, platform);
  return platform === 'web' && !context.dev ? leftOut(found, context.originModulePath) : found;
};

// What was made of a file is made anew when imports lead elsewhere (bundle/direct-imports.js), or another way is gone (bundle/transform.js).
const leads = ['@fidens/core', './bundle/direct-imports', './bundle/transform'].map((name) =>
  require.resolve(name),
);
config.cacheVersion = createHash('sha256')
  .update(leads.map((file) => readFileSync(file)).join())
  .digest('hex');

// What is bundled already is not taken apart again.
config.transformerPath = require.resolve('./bundle/transform');

// Where maps are wanted, to see what a script is made of, Metro's own minifier makes them.
if (!process.argv.includes('--source-maps')) {
  config.transformer.minifierPath = require.resolve('./bundle/minify');
  // It gives a module's parameters their names by itself.
  config.transformer.unstable_disableNormalizePseudoGlobals = true;
}

module.exports = config;
