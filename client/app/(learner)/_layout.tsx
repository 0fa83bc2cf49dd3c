import { Slot } from 'expo-router';
import { SignedIn } from '../../signIn/SignedIn';
import { Places, type Place } from '../../ui/Places';

const LEARNER_PLACES: Place[] = [
  { path: '/now', word: 'Now', icon: 'now' },
  { path: '/shelf', word: 'Shelf', icon: 'shelf' },
];

export default function LearnerLayout() {
  return <SignedIn role="learner">{() => <Places places={LEARNER_PLACES}><Slot /></Places>}</SignedIn>;
}
