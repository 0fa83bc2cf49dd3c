const { getDefaultConfig } = require('expo/metro-config');

const config = getDefaultConfig(__dirname);
const resolveAsUsual = config.resolver.resolveRequest;
// tslib's wrapper for ES modules asks for a default export that Metro does not make; its plain ES form needs none.
config.resolver.resolveRequest = (context, name, platform) =>
  name === 'tslib' ? { type: 'sourceFile', filePath: require.resolve('tslib/tslib.es6.js') } : (resolveAsUsual ?? context.resolveRequest)(context, name, platform);

module.exports = config;
