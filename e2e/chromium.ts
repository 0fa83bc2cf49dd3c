/** How Debian's Chromium is started: in a sandbox of its own machine, and without looking for its maker's hosts. */
export const CHROMIUM = {
  executablePath: '/usr/bin/chromium',
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
  ],
};

export const PHONE = { width: 390, height: 844 };
export const WIDE = { width: 1280, height: 800 };
