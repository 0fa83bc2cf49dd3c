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

export const PHONE = { width: 390, height: 844 };
export const WIDE = { width: 1280, height: 800 };
