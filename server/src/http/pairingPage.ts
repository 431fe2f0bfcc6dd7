/** What a device sees that is not paired: a place for the code, and nothing else of Ravlo. Works without scripts. */
export function pairingPage({ code = '', trouble = '' }: { code?: string; trouble?: string } = {}): string {
  return `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>Ravlo: pair this device</title>
<style>
body { margin: 0; background: #F6F2EA; color: #1E2A32; font: 16px/24px system-ui, sans-serif; }
main { max-width: 400px; margin: 0 auto; padding: 48px 16px; }
h1 { font-size: 24px; line-height: 32px; margin: 0 0 16px; }
label { display: block; font-weight: 700; margin: 24px 0 8px; }
input { box-sizing: border-box; width: 100%; height: 56px; padding: 0 16px; border: 1.5px solid #1E2A32; border-radius: 10px; background: #fff; color: inherit; font: 700 24px/32px ui-monospace, monospace; letter-spacing: .12em; text-transform: uppercase; }
button { width: 100%; min-height: 52px; margin-top: 16px; border: 0; border-radius: 10px; background: #1E2A32; color: #fff; font: 700 18px/24px system-ui, sans-serif; }
input:focus-visible, button:focus-visible { outline: 3px solid #C8391F; outline-offset: 2px; }
[role=alert] { margin: 16px 0 0; padding: 16px; border-left: 4px solid #C8391F; background: #fff; }
</style>
</head>
<body>
<main>
<h1>Use Ravlo on this device</h1>
<p>The photos you take here go to your computer and to nowhere else.</p>
${trouble ? `<p role="alert">${escapeHtml(trouble)}</p>` : ''}
<form method="post" action="/pair">
<label for="code">Code on the computer</label>
<input id="code" name="code" value="${escapeHtml(code)}" required maxlength="12" autocomplete="off" autocapitalize="characters" spellcheck="false">
<button>Pair and open Ravlo</button>
</form>
</main>
</body>
</html>
`;
}

const ENTITIES: Record<string, string> = {
  '&': '&amp;',
  '<': '&lt;',
  '>': '&gt;',
  '"': '&quot;',
  "'": '&#39;',
};

const escapeHtml = (text: string) => text.replace(/[&<>"']/g, (letter) => ENTITIES[letter] ?? letter);
