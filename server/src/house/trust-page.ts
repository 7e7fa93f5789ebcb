/** What the page that brings trust needs to know. */
export interface TrustPage {
  /** Kelvit by HTTPS, as this device reaches it. */
  readonly home: string
  /** The address of an invitation to go on with; empty where there is none. */
  readonly join: string
}

const escape = (text: string): string => text.replace(/[&<>"']/g, (c) => `&#${c.charCodeAt(0)};`)

/** A drawn device with what to press. */
const drawing = (lines: readonly string[], marked: number): string =>
  `<svg viewBox="0 0 120 150" width="96" role="img" aria-label="${escape(lines[marked] ?? '')}"><rect x="14" y="4" width="92" height="142" rx="12" fill="#fffdf6" stroke="#1f4d5c" stroke-width="3"/>${lines
    .map(
      (line, i) =>
        `<rect x="18" y="${20 + i * 30}" width="84" height="22" rx="5" fill="${i === marked ? '#1f4d5c' : '#e9e4da'}"/><text x="60" y="${35 + i * 30}" font-size="7.5" text-anchor="middle" fill="${i === marked ? '#fffdf6' : '#3b4a50'}">${escape(line)}</text>`,
    )
    .join('')}</svg>`

interface Device {
  readonly name: string
  readonly steps: readonly string[]
  readonly draws: readonly (readonly [lines: readonly string[], marked: number])[]
}

const DEVICES: readonly Device[] = [
  {
    name: 'iPhone or iPad',
    steps: [
      'Press “Get the certificate” above and allow the download.',
      'Open Settings. Press “Profile Downloaded” near the top, then Install.',
      'Go to Settings, General, About, Certificate Trust Settings. Turn on the Kelvit house authority.',
    ],
    draws: [
      [['Settings', 'Profile Downloaded', 'General'], 1],
      [['About', 'Certificate Trust', 'Kelvit house: on'], 2],
    ],
  },
  {
    name: 'Android',
    steps: [
      'Press “Get the certificate” above.',
      'Open Settings and search for “CA certificate”. Press Install anyway.',
      'Choose the downloaded file house.crt.',
    ],
    draws: [
      [['Settings', 'Security', 'CA certificate'], 2],
      [['Downloads', 'house.crt', 'Install'], 1],
    ],
  },
  {
    name: 'Windows',
    steps: [
      'Press “Get the certificate” above and open the file.',
      'Press “Install Certificate”, then “Current User”.',
      'Choose “Trusted Root Certification Authorities”, then Finish.',
    ],
    draws: [[['Install Certificate', 'Current User', 'Trusted Root'], 2]],
  },
  {
    name: 'Mac',
    steps: [
      'Press “Get the certificate” above and open the file. It opens in Keychain Access.',
      'Open the Kelvit house authority there, then Trust.',
      'Set “When using this certificate” to “Always Trust”.',
    ],
    draws: [[['Keychain Access', 'Trust', 'Always Trust'], 2]],
  },
  {
    name: 'Linux',
    steps: [
      'Press “Get the certificate” above.',
      'In your browser’s settings, search for “certificates” and open Authorities.',
      'Import house.crt and tick “Trust this to identify websites”.',
    ],
    draws: [[['Certificates', 'Authorities', 'Import'], 2]],
  },
]

const STYLE = `body{font:18px/1.5 system-ui,sans-serif;margin:0;background:#f4efe6;color:#1d2a2f}main{max-width:42rem;margin:0 auto;padding:1.5rem}h1{font-size:1.7rem;line-height:1.2}h2{font-size:1.15rem;margin:0}a.go{display:inline-block;background:#1f4d5c;color:#fffdf6;padding:.9rem 1.3rem;border-radius:.5rem;font-weight:600;text-decoration:none;margin:.3rem .6rem .3rem 0}details{background:#fffdf6;border:1px solid #d8d0c2;border-radius:.5rem;padding:.8rem 1rem;margin:.7rem 0}summary{cursor:pointer;min-height:2rem}ol{padding-left:1.3rem}.draw{display:flex;gap:1rem;flex-wrap:wrap}#ready{padding:1rem;border-radius:.5rem;background:#fffdf6;border:2px solid #1f4d5c;margin:1rem 0}#ready.yes{border-color:#3f6b35}`

const SCRIPT = `var box=document.getElementById('ready'),home=box.dataset.home;function test(){var i=new Image();i.onload=function(){box.className='yes';box.innerHTML='<strong>This device is ready.</strong><br><a class="go" href="'+box.dataset.join+'">Open Kelvit</a>'};i.onerror=function(){setTimeout(test,3000)};i.src=home+'/house-ready.svg?'+Date.now()}test()`

/** The script of the page, for its content security policy. */
export const TRUST_SCRIPT = SCRIPT

/** The page that a device without trust gets: what this is, how to trust it, and whether it does by now. */
export const trustPage = ({ home, join }: TrustPage): string => `<!doctype html>
<html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>Kelvit in this house</title><style>${STYLE}</style></head>
<body><main>
<h1>Let this device trust Kelvit</h1>
<p>Kelvit runs on a computer in this house. Your device doesn’t know it yet. Once it does, scanning, alarms and working without a signal work here too.</p>
<p><a class="go" href="/house.crt">Get the certificate</a></p>
<p>Only do this at home, on a network you trust. The certificate stays in this house. You can remove it from your device at any time.</p>
<div id="ready" role="status" data-home="${escape(home)}" data-join="${escape(join || home)}">This device isn’t ready yet. Follow the steps for it below. This page notices when it’s done.</div>
${DEVICES.map(
  (d) =>
    `<details><summary><h2 style="display:inline">${d.name}</h2></summary><ol>${d.steps.map((s) => `<li>${s}</li>`).join('')}</ol><div class="draw">${d.draws.map(([lines, marked]) => drawing(lines, marked)).join('')}</div></details>`,
).join('\n')}
</main><script>${SCRIPT}</script></body></html>`
