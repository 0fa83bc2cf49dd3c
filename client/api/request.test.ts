import { ownUnsent } from '../stores/unsent';
import { request, RequestError } from './request';

const fetchBefore = globalThis.fetch;
beforeEach(() => {
  globalThis.fetch = () => Promise.reject(new TypeError('Failed to fetch'));
});
afterEach(() => {
  globalThis.fetch = fetchBefore;
  ownUnsent(null);
});

const failure = async (): Promise<unknown> => request('GET /now').catch((error: unknown) => error);

it('without a network, who is signed in reads that their work is safe', async () => {
  ownUnsent('wren');
  expect(await failure()).toEqual(
    new RequestError('unreachable', 'School can’t be reached just now. What you made is safe on this device.'),
  );
});

it('without a network, who has made nothing yet reads what to do', async () => {
  expect(await failure()).toEqual(
    new RequestError('unreachable', 'School can’t be reached just now. Try again in a moment.'),
  );
});
