const ARGS = [
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
];

/** How Debian's Chromium is started: in a sandbox of its own machine, and without looking for its maker's hosts. */
export const CHROMIUM = { executablePath: '/usr/bin/chromium', args: ARGS };

/**
 * The same browser without windows, toolbars and a voice of its own, which take a third of the time and which most
 * journeys have no use for.
 */
export const BARE_CHROMIUM = { executablePath: '/usr/bin/chromium-headless-shell', args: ARGS };

const FAKE_DEVICES = '--use-fake-device-for-media-stream';

/** The browser with stand-ins for two cameras and a microphone, which whoever asks is given at once. */
export const CHROMIUM_WITH_DEVICES = {
  ...CHROMIUM,
  args: [...ARGS, `${FAKE_DEVICES}=device-count=2`, '--use-fake-ui-for-media-stream'],
};

/** The same with nobody to answer the browser's question: what is not allowed is forbidden. */
export const CHROMIUM_UNANSWERED = { ...CHROMIUM, args: [...ARGS, FAKE_DEVICES] };

export const PHONE = { width: 390, height: 844 };
export const WIDE = { width: 1280, height: 800 };
