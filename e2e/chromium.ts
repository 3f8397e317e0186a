/** How Debian's Chromium is started here: no graphics card, no sandbox of its own, and nothing asked of the network. */
export const CHROMIUM = {
  executablePath: '/usr/bin/chromium',
  chromiumSandbox: false,
  args: [
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
  ],
};
