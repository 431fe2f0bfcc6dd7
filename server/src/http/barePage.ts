import { CARRY_CODE } from './carryCode';

/** A page for a device that Ravlo does not know yet: all of it in one answer, and it works without its script. */
export function barePage(title: string, main: string): string {
  return `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>Ravlo: ${escapeHtml(title)}</title>
<style>
body { margin: 0; background: #F6F2EA; color: #1E2A32; font: 16px/24px system-ui, sans-serif; }
main { max-width: 420px; margin: 0 auto; padding: 40px 16px; }
h1 { font-size: 24px; line-height: 32px; margin: 0 0 16px; }
h2 { font-size: 18px; line-height: 24px; margin: 32px 0 8px; }
p { margin: 0 0 12px; }
label { display: block; font-weight: 700; margin: 24px 0 8px; }
input { box-sizing: border-box; width: 100%; height: 56px; padding: 0 16px; border: 1.5px solid #1E2A32; border-radius: 10px; background: #fff; color: inherit; font: 700 24px/32px ui-monospace, monospace; letter-spacing: .12em; text-transform: uppercase; }
.go { display: block; box-sizing: border-box; width: 100%; min-height: 52px; padding: 14px 16px; margin-top: 24px; border: 0; border-radius: 10px; background: #1E2A32; color: #fff; font: 700 18px/24px system-ui, sans-serif; text-align: center; text-decoration: none; }
a { color: inherit; }
:focus-visible { outline: 3px solid #C8391F; outline-offset: 2px; }
[role=alert] { margin: 16px 0 0; padding: 16px; border-left: 4px solid #C8391F; background: #fff; }
ol { margin: 0; padding: 0; list-style: none; counter-reset: step; }
li { counter-increment: step; display: grid; grid-template-columns: 84px 1fr; gap: 16px; align-items: center; padding: 12px; margin-bottom: 8px; background: #fff; border: 1px solid #DDD5C6; border-radius: 10px; }
li svg { width: 84px; height: 84px; }
li b::before { content: counter(step) ". "; }
details { margin-top: 24px; border-top: 1px solid #DDD5C6; padding-top: 16px; }
summary { font-weight: 700; min-height: 28px; margin-bottom: 12px; cursor: pointer; }
code { font: 700 15px/24px ui-monospace, monospace; overflow-wrap: anywhere; }
</style>
<script src="${CARRY_CODE}" defer></script>
</head>
<body>
<main>
${main}
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

export const escapeHtml = (text: string) => text.replace(/[&<>"']/g, (letter) => ENTITIES[letter] ?? letter);
