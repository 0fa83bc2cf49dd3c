import { Redirect } from 'expo-router';
import { useEffect, type ReactNode } from 'react';
import type { Me, Role } from '@lippet/core/contract/signIn';
import { USUAL_SETTINGS } from '@lippet/core/contract/settings';
import { useMe } from '../api/queries';
import { useSettings } from '../stores/settings';
import { ownUnsent } from '../stores/unsent';
import { ScreenFaults } from '../ui/Faults';
import { Notice } from '../ui/Notice';
import { Screen } from '../ui/Screen';
import { homeOf } from './home';

/** Whose screens are whose: who keeps a school sees what teachers see. */
const sideOf = (role: Role): Role => (role === 'admin' ? 'teacher' : role);

/** What sign-in is told of where somebody wanted to go; of first screens nothing. */
function wantedAddress(): { to?: string } {
  const { pathname, search } = window.location;
  return pathname.startsWith('/wall/') ? { to: pathname + search } : {};
}

/** Shows its content to a signed-in person of the right role; others are led to where they belong. */
export function SignedIn({ role, children }: { role?: Role; children: (me: Me) => ReactNode }) {
  const { data: me, error, refetch } = useMe();
  // On a device that several use, each has it their own way.
  useEffect(() => {
    if (!me) return;
    useSettings.getState().set(me.settings ?? USUAL_SETTINGS);
    ownUnsent(me.id);
  }, [me]);
  if (error)
    return (
      <Screen>
        <Notice again={() => void refetch()}>{error.message}</Notice>
      </Screen>
    );
  if (me === undefined) return null;
  if (me === null) return <Redirect href={{ pathname: '/sign-in', params: wantedAddress() }} />;
  if (role && sideOf(role) !== sideOf(me.role)) return <Redirect href={homeOf(me)} />;
  return <ScreenFaults>{children(me)}</ScreenFaults>;
}
