import { Redirect } from 'expo-router';
import type { ReactNode } from 'react';
import type { Me, Role } from '@lippet/core/contract/signIn';
import { useMe } from '../api/queries';
import { Say } from '../ui/Say';
import { Screen } from '../ui/Screen';
import { homeOf } from './home';

/** Shows its content to a signed-in person of the right role; others are led to where they belong. */
export function SignedIn({ role, children }: { role?: Role; children: (me: Me) => ReactNode }) {
  const { data: me, error, refetch } = useMe();
  if (error) return <Screen><Say again={() => void refetch()}>{error.message}</Say></Screen>;
  if (me === undefined) return null;
  if (me === null) return <Redirect href="/sign-in" />;
  if (role && (role === 'learner') !== (me.role === 'learner')) return <Redirect href={homeOf(me)} />;
  return children(me);
}
