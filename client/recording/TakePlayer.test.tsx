/** @jest-environment jsdom */
import 'fake-indexeddb/auto';
import type { MediaView } from '@lippet/core/contract/media';
import type { Take } from '@lippet/core/recording/take';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { act, render, screen, waitFor } from '@testing-library/react';
import { useEffect } from 'react';
import { PaperProvider } from 'react-native-paper';
import { TakePlayer } from './TakePlayer';

const take = { id: 't', media: 'm', sort: 'sound', seconds: 3, spans: [[0, 3]], cover: null } as unknown as Take;

/** School is still at it, until it is ready. */
let state: MediaView['state'] = 'processing';
globalThis.fetch = (async () => ({
  ok: true,
  status: 200,
  json: async () => ({ id: 'm', state, seconds: 3, peaks: [0.1, 0.5, 0.1], why: null }),
})) as unknown as typeof fetch;
// What this environment has no player for.
Object.assign(HTMLMediaElement.prototype, { load: () => undefined, pause: () => undefined });

/** Stands for a note that is being said below the player: it ends where it is taken away. */
function Saying({ ended }: { ended: () => void }) {
  useEffect(() => ended, [ended]);
  return <p>being said</p>;
}

it('what is being said below a recording goes on when school has made the form that plays everywhere', async () => {
  const client = new QueryClient();
  const ended = jest.fn();
  render(
    <QueryClientProvider client={client}>
      <PaperProvider settings={{ icon: () => null }}>
        <TakePlayer take={take} label="The quay">
          {() => <Saying ended={ended} />}
        </TakePlayer>
      </PaperProvider>
    </QueryClientProvider>,
  );
  await screen.findByText('being said');
  const source = (): string | null => document.querySelector('audio')!.getAttribute('src');
  expect(source()).toBe('/api/media/m/playable?now');
  state = 'ready';
  await act(() => client.invalidateQueries());
  await waitFor(() => expect(source()).toBe('/api/media/m/playable'));
  expect(ended).not.toHaveBeenCalled();
  client.clear();
});
