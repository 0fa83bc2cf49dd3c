/** Jest for every workspace: core, demo and server on Node, the client on jsdom through react-native-web. */
const packed = {
  '\\.tsx?$': '<rootDir>/jest.bundle.mjs',
  '^.+\\.m?js$': ['@swc/jest', { jsc: { parser: { syntax: 'ecmascript' }, target: 'es2022' } }],
};
// These come as ES modules only; Jest runs CommonJS.
const modules = 'fractional-indexing|@hocuspocus|lib0|rbush|quickselect|@tus|srvx';
const onNode = (name) => ({
  displayName: name,
  testEnvironment: 'node',
  // Looked up in Jest's sandbox for every pixel, these cost more than what is computed.
  sandboxInjectedGlobals: ['Math', 'Number', 'Uint8ClampedArray', 'Int32Array', 'Float32Array', 'Float64Array'],
  roots: [`<rootDir>/${name}`],
  transform: packed,
  transformIgnorePatterns: [`/node_modules/(?!(${modules})/)`],
});

/** @type {import('jest').Config} */
module.exports = {
  // Nothing is measured here: a machine that has other things to do makes nothing fail. In milliseconds.
  testTimeout: 120_000,
  projects: [
    onNode('core'),
    onNode('demo'),
    onNode('server'),
    {
      displayName: 'client',
      preset: 'jest-expo/web',
      rootDir: 'client',
      setupFiles: ['<rootDir>/testing/structuredClone.cjs'],
      transformIgnorePatterns: [
        '/node_modules/(?!(.*react-native.*|@react-native.*|expo.*|@expo.*|fractional-indexing|@hocuspocus|' +
          'perfect-freehand|rbush|quickselect|comlink|idb-keyval|standard-navigation)/)',
      ],
    },
  ],
};
