const { getDefaultConfig } = require('expo/metro-config');

const config = getDefaultConfig(__dirname);
const resolveAsUsual = config.resolver.resolveRequest;
// tslib's wrapper for ES modules asks for a default export that Metro does not make; its plain ES form needs none.
config.resolver.resolveRequest = (context, name, platform) => {
  if (name === 'tslib') return { type: 'sourceFile', filePath: require.resolve('tslib/tslib.es6.js') };
  // HarfBuzz reads its file by itself in Node only; here it is given it.
  if (name === 'fs' && context.originModulePath.includes('harfbuzzjs')) return { type: 'empty' };
  return (resolveAsUsual ?? context.resolveRequest)(context, name, platform);
};

config.transformer.minifierPath = require.resolve('./scripts/minify.cjs');

// A module runs when something of it is first used, not before the first screen is drawn: a fifth less to compute at
// each start. Metro's own rewriting of imports keeps them from being moved there; Babel's does not.
const transform = { inlineRequires: true, experimentalImportSupport: false };
config.transformer.getTransformOptions = async () => ({ transform });

module.exports = config;
