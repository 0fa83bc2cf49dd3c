/** No file of ours may lead back to itself, by types either. */
/** @type {import('dependency-cruiser').IConfiguration} */
module.exports = {
  forbidden: [{ name: 'no-circles', severity: 'error', from: {}, to: { circular: true } }],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(^|/)(\\.lippet|dist|\\.expo|\\.cache)/' },
    tsPreCompilationDeps: true,
    enhancedResolveOptions: { extensions: ['.ts', '.tsx', '.mts', '.js', '.mjs'] },
  },
};
