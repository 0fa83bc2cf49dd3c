/** Making activities and keeping groups, in a late chunk of its own: the editor of texts comes with it. */
export { default as GroupDesk } from './teacher/groups/GroupDesk';
export { default as PlanDesk } from './teacher/plan/PlanDesk';
