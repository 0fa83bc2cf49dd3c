/** The screens with a sheet on them, in one late chunk: the canvas, the documents and their sync come with them. */
export { default as ActivitySheet } from './learner/sheet/ActivitySheet';
export { default as QuestionsDesk } from './ask/QuestionsDesk';
export { default as Feedback } from './learner/Feedback';
export { default as ReviewDesk } from './teacher/ReviewDesk';
export { courier } from './learner/courier';
