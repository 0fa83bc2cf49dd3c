/**
 * The screens with a sheet on them, in one late chunk: the canvas, the documents and their sync come with them. All of
 * them in one, because what two late chunks share would be moved into the first load.
 */
export { default as ActivitySheet } from './learner/sheet/ActivitySheet';
export { default as OtherDevice } from './capture/OtherDevice';
export { default as ThreadsDesk } from './threads/ThreadsDesk';
export { default as Feedback } from './learner/Feedback';
export { default as GroupDesk } from './teacher/groups/GroupDesk';
export { default as MarksDesk } from './teacher/marks/MarksDesk';
export { default as PlanDesk } from './teacher/authoring/PlanDesk';
export { WaitingDesk } from './teacher/waiting/WaitingDesk';
export { ActivityTable } from './teacher/ActivityTable';
export { default as PartnerDesk } from './learner/partners/PartnerDesk';
export { PartnerDuties } from './learner/partners/PartnerDuties';
export { default as PartnerBoardDesk } from './teacher/partners/PartnerBoardDesk';
export { default as WallDesk } from './wall/WallDesk';
export { default as SharedBoardDesk } from './teacher/shared/SharedBoardDesk';
export { default as HomeDesk } from './family/HomeDesk';
export { default as HomeGoDesk } from './family/HomeGoDesk';
export { default as FamilyTalkDesk } from './family/FamilyTalkDesk';
export { default as WhatHomeSees } from './family/WhatHomeSees';
export { default as FamiliesDesk } from './teacher/families/FamiliesDesk';
export { default as FamilyJoin } from './signIn/FamilyJoin';
export { default as LetterForm } from './signIn/LetterForm';
export { default as LetterNumber } from './signIn/LetterNumber';
export { OthersHere } from './signIn/OthersHere';
export { LoneQuestions } from './learner/LoneQuestions';
export { default as AnswersDesk } from './teacher/answers/AnswersDesk';
export { default as ReviewDesk } from './teacher/reviewDesk/ReviewDesk';
export { default as ClassBoard } from './class/ClassBoard';
export { default as Collection } from './learner/collection/Collection';
export { TideChart } from './learner/calendar/TideChart';
export { default as JoinForm } from './signIn/JoinForm';
export { default as EmailDigest } from './account/EmailDigest';
export { KindFilter } from './parts/KindFilter';
export { takeCopiesAway } from './page/document/copiesHere';
export { sendQueue } from './learner/sendQueue';
export { news } from './api/news';
