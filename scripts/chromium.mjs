// Debian's Chromium as the journeys and benches run it: the shell without a window where it is
// there (the same browser with less around it), else the whole.
import { existsSync } from 'node:fs'

export const CHROMIUM = {
  executablePath: ['/usr/bin/chromium-headless-shell', '/usr/bin/chromium'].find((path) =>
    existsSync(path),
  ),
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
    '--no-first-run',
  ],
}
