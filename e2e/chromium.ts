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
 * The same without windows and toolbars, which take half of the time and which journeys have no use for. Without
 * devices, the product shows its practice camera and microphone.
 */
export const BARE_CHROMIUM = { executablePath: '/usr/bin/chromium-headless-shell', args: ARGS };

const FAKE_DEVICES = '--use-fake-device-for-media-stream';
/** Stand-ins for two cameras and a microphone, which whoever asks is given at once. */
const GRANTED_DEVICES = [`${FAKE_DEVICES}=device-count=2`, '--use-fake-ui-for-media-stream'];

export const BARE_CHROMIUM_WITH_DEVICES = { ...BARE_CHROMIUM, args: [...ARGS, ...GRANTED_DEVICES] };

/** The browser whole, with its devices: one process that can be killed. */
export const CHROMIUM_WITH_DEVICES = { ...CHROMIUM, args: [...ARGS, ...GRANTED_DEVICES] };

/**
 * The browser whole, with nobody to answer its question: what is not allowed is forbidden. The bare one has no settings
 * that could change while something is recorded.
 */
export const CHROMIUM_UNANSWERED = { ...CHROMIUM, args: [...ARGS, FAKE_DEVICES] };

export const PHONE = { width: 390, height: 844 };
export const WIDE = { width: 1280, height: 800 };
