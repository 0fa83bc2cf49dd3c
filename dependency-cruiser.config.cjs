/**
 * No file of ours may lead back to itself, by types either; and within a workspace arrows point one way: from screens to
 * what they share, and from that to the ground.
 */

const GROUND = 'ui|api|stores|workers';
const SHARED = 'page|parts|recording|capture|words|readAloud|materials|task|compareGoes|noteReplies|outbox|questions';
const SCREENS = 'learner|teacher|class|signIn|account|app';

/** Tests may try what lies below with what lies above. */
const TESTS = '\\.test\\.tsx?$';

/** @param {string} name @param {string} from @param {string} to folders, as alternatives */
const arrow = (name, from, to) => ({
  name,
  severity: 'error',
  from: { path: from, pathNot: TESTS },
  to: { path: to },
});

/** @type {import('dependency-cruiser').IConfiguration} */
module.exports = {
  forbidden: [
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true } },
    arrow('ground-knows-no-feature', `^client/(${GROUND})/`, `^client/(${SHARED}|${SCREENS})/`),
    arrow('shared-knows-no-screen', `^client/(${SHARED})/`, `^client/(${SCREENS})/`),
    arrow('learners-know-no-teachers', '^client/learner/', '^client/(teacher|app)/'),
    arrow('teachers-know-no-learners', '^client/teacher/', '^client/(learner|app)/'),
    arrow(
      'computation-knows-no-school',
      '^core/(math|ink|page|scan|sound|film|recording|pdf|words)/',
      '^core/(contract|piece|parts|schedule|review|classList)/',
    ),
    arrow('math-knows-nothing', '^core/math/', '^core/(?!math/)'),
    arrow(
      'machinery-knows-no-services',
      '^server/(models|compute|media|storage|jobs|problems|policy)/',
      '^server/(services|routes|sync|web)/',
    ),
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(^|/)(\\.lippet|dist|\\.expo|\\.cache)/' },
    tsPreCompilationDeps: true,
    enhancedResolveOptions: { extensions: ['.ts', '.tsx', '.mts', '.js', '.mjs'] },
  },
};
