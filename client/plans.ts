/** Making activities, in a late chunk of its own: the editor of texts comes with it. */
export { default as PlanDesk } from './teacher/plan/PlanDesk';
