import { barePage, escapeHtml } from './barePage';

/** What a device sees that is not paired: a place for the code, and nothing else of Ravlo. Works without scripts. */
export function pairingPage({ code = '', trouble = '' }: { code?: string; trouble?: string } = {}): string {
  return barePage(
    'pair this device',
    `<h1>Use Ravlo on this device</h1>
<p>The photos you take here go to your computer and to nowhere else.</p>
${trouble ? `<p role="alert">${escapeHtml(trouble)}</p>` : ''}
<form method="post" action="/pair">
<label for="code">Code on the computer</label>
<input id="code" name="code" value="${escapeHtml(code)}" required maxlength="12" autocomplete="off" autocapitalize="characters" spellcheck="false">
<button class="go">Pair and open Ravlo</button>
</form>`,
  );
}
