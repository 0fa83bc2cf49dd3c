import { Redirect } from 'expo-router';
import { homeOf } from '../signIn/home';
import { SignedIn } from '../signIn/SignedIn';

export default function Index() {
  return <SignedIn>{(me) => <Redirect href={homeOf(me)} />}</SignedIn>;
}
