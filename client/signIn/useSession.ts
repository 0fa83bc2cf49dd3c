import { useQueryClient } from '@tanstack/react-query';
import { useGlobalSearchParams, useRouter } from 'expo-router';
import type { BodyOf } from '@lippet/core/contract/api';
import type { Me } from '@lippet/core/contract/signIn';
import { keys } from '../api/queries';
import { request } from '../api/request';
import { ownUnsent } from '../stores/unsent';
import { forgetAskedLetter, useAskedLetter } from '../stores/askedLetter';
import { dropAllKeys } from '../stores/unprintedKeys';
import { firstScreen, homeOf } from './home';

/** What is given to sign in; whoever is signed in already stays so where that is said. */
type Given = Omit<BodyOf<'POST /sessions'>, 'also'> & { also?: boolean };

/** Signing in and out; nothing that one person fetched is left for the next. */
export function useSession() {
  const client = useQueryClient();
  const router = useRouter();
  const { to } = useGlobalSearchParams<{ to?: string }>();
  const forget = (): void => {
    const device = client.getQueryData(keys.device);
    client.clear();
    dropAllKeys();
    forgetAskedLetter();
    client.setQueryData(keys.device, device);
  };
  const enter = (me: Me): void => {
    forget();
    ownUnsent(me.id);
    client.setQueryData(keys.me, me);
    router.replace(firstScreen(me, to));
  };
  /** What whoever was here has kept on this device goes, as far as school has it. */
  const leaveDevice = async (): Promise<void> => {
    const me = client.getQueryData<Me | null>(keys.me);
    // What only makes room for others must not keep anybody in.
    if (me)
      await import('../lateScreens')
        .then(({ takeCopiesAway }) => takeCopiesAway(me.id))
        .catch((error: unknown) => console.warn('Copies stay on this device.', error));
  };
  return {
    async signIn(given: Given): Promise<void> {
      await leaveDevice();
      enter(await request('POST /sessions', { also: false, ...given }));
    },
    /** Joins an activity by the code that the device knows. */
    async join(given: BodyOf<'POST /joins'>): Promise<void> {
      const me = await request('POST /joins', given);
      forget();
      ownUnsent(me.id);
      client.setQueryData(keys.me, me);
      // The names to tap are one more.
      void client.invalidateQueries({ queryKey: keys.device });
      router.replace(homeOf(me));
    },
    /** Joins by a card for home. */
    async joinFamily(given: BodyOf<'POST /family/joins'>): Promise<void> {
      await leaveDevice();
      const me = await request('POST /family/joins', given);
      enter(me);
    },
    /** Asks for a letter with a number; the same screen takes it. */
    async askForLetter({ address, card }: BodyOf<'POST /sign-in-letters'>): Promise<void> {
      const { id } = await request('POST /sign-in-letters', { address, card });
      useAskedLetter.setState({ asked: { id, address, card } });
    },
    /** Signs in by the number of a letter. */
    async openLetter(id: string, given: BodyOf<'POST /sign-in-letters/:id/sessions'>): Promise<void> {
      await leaveDevice();
      const me = await request('POST /sign-in-letters/:id/sessions', { id }, given);
      enter(me);
    },
    /** Changes to somebody who stays signed in on this device. */
    async change(personId: string): Promise<void> {
      await leaveDevice();
      enter(await request('POST /sessions/switch', { personId }));
    },
    async signOut(everywhere = false): Promise<void> {
      await leaveDevice();
      await request(everywhere ? 'DELETE /sessions' : 'DELETE /sessions/current');
      forget();
      ownUnsent(null);
      client.setQueryData(keys.me, null);
      router.replace('/sign-in');
    },
  };
}
