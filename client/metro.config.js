const { getDefaultConfig } = require('expo/metro-config');

const config = getDefaultConfig(__dirname);

// tslib's ESM wrapper breaks under Metro's interop ("Cannot destructure property '__extends' of 'n.default'").
const tslib = require.resolve('tslib/tslib.es6.js');
config.resolver.resolveRequest = (context, moduleName, platform) =>
  moduleName === 'tslib'
    ? { type: 'sourceFile', filePath: tslib }
    : context.resolveRequest(context, moduleName, platform);

module.exports = config;
