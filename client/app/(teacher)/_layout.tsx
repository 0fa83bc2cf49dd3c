import { Slot } from 'expo-router';
import { SignedIn } from '../../signIn/SignedIn';
import { Places, type Place } from '../../ui/Places';

const TEACHER_PLACES: Place[] = [
  { path: '/to-review', word: 'To review', icon: 'review' },
  { path: '/activities', word: 'Activities', icon: 'plan' },
  { path: '/class', word: 'Class', icon: 'group' },
];

export default function TeacherLayout() {
  return <SignedIn role="teacher">{() => <Places places={TEACHER_PLACES}><Slot /></Places>}</SignedIn>;
}
