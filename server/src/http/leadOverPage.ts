import { barePage, escapeHtml } from './barePage';

export interface LeadOverFacts {
  /** of the secure page */
  readonly over: string;
  /** of this Ravlo's own authority; null where the certificate is one that browsers know */
  readonly fingerprint: string | null;
}

/** Where the authority is fetched from. */
export const AUTHORITY_FILE = '/ravlo-authority.crt';

/** The one page that plain http shows to other devices: what the phone is about to ask, and the way over. */
export function leadOverPage({ over, fingerprint }: LeadOverFacts): string {
  const go = `<a class="go" id="over" href="${escapeHtml(over)}">Go on to the secure page</a>`;
  if (fingerprint === null)
    return barePage(
      'to the secure page',
      `<h1>Ravlo speaks in private</h1>\n<p>What you photograph is sealed on its way.</p>\n${go}`,
    );
  return barePage(
    'one question first',
    `<h1>Your phone will ask one question</h1>
<p>Ravlo seals what goes between this phone and your computer, and the live camera needs that. The seal was made by your computer itself, so the phone does not know it yet and warns you. It asks once.</p>
<h2>On an iPhone or iPad</h2>
<ol>
<li>${drawing(WARNED, 'a page with a warning, its lower line pressed')}<span><b>It warns.</b> Press the line that shows more details.</span></li>
<li>${drawing(CONFIRMED, 'a small window, its right button pressed')}<span><b>It asks.</b> Choose to visit the page, and say yes.</span></li>
</ol>
<h2>On other phones</h2>
<ol>
<li>${drawing(MORE, 'a page with a triangle, its left button pressed')}<span><b>It warns.</b> Press the button for the advanced view.</span></li>
<li>${drawing(GO_ON, 'a page whose last line is pressed')}<span><b>It asks.</b> Press the line that goes on to this computer’s address.</span></li>
</ol>
${go}
<details>
<summary>No warning at all, and Ravlo without the network</summary>
<p>Let the phone trust this computer’s seal. It can vouch for addresses inside a home or school network only, never for a page on the internet.</p>
<p><a href="${AUTHORITY_FILE}">Save the seal</a>. The phone keeps it as a file or a profile. Open it in the phone’s settings, where certificates or profiles are kept, and say that you trust it. Some phones want it switched on once more under the trusted certificates.</p>
<p>It is the right one when its SHA-256 fingerprint begins with <code>${escapeHtml(fingerprint)}</code>, as on the computer’s Settings.</p>
<p>To take it off again, delete it in the same place of the phone’s settings.</p>
</details>`,
  );
}

const drawing = (inside: string, label: string) =>
  `<svg viewBox="0 0 84 84" role="img" aria-label="${label}" fill="none" stroke="#1E2A32" stroke-width="2" stroke-linecap="round" stroke-linejoin="round"><rect x="18" y="4" width="48" height="76" rx="8" fill="#F6F2EA"/>${inside}</svg>`;

const finger = (x: number, y: number) =>
  `<circle cx="${x}" cy="${y}" r="7" fill="#C8391F" fill-opacity=".25" stroke="#C8391F"/>`;
const words = (y: number, length: number) => `<path d="M26 ${y}h${length}"/>`;
const WARNED = `<circle cx="42" cy="22" r="8"/><path d="M42 18v4M42 26v.2"/>${words(40, 32)}${words(48, 24)}<path d="M26 64h20" stroke="#C8391F"/>${finger(50, 64)}`;
const CONFIRMED = `<rect x="24" y="28" width="36" height="28" rx="5" fill="#fff"/>${words(36, 26)}<path d="M24 44h36M42 44v12"/>${finger(51, 50)}`;
const MORE = `<path d="M42 14l9 16H33z"/>${words(40, 32)}${words(48, 26)}<rect x="26" y="58" width="16" height="9" rx="3"/>${finger(34, 62.5)}`;
const GO_ON = `<path d="M42 14l9 16H33z"/>${words(40, 32)}${words(48, 26)}${words(56, 30)}<path d="M26 68h22" stroke="#C8391F"/>${finger(52, 68)}`;
