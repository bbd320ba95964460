/** Options Debian’s Chromium is started with: its build without windows, on a machine without network or graphics card. */
export const CHROMIUM = {
  executablePath: '/usr/bin/chromium-headless-shell',
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
  ],
}
