import { Router } from 'express';

export const CARRY_CODE = '/carry-code.js';

/** Carries a code from one page to the next behind the #, where only this browser sees it. */
const SCRIPT = `const code = location.hash.slice(1);
const field = document.getElementById('code');
if (field && code && !field.value) field.value = decodeURIComponent(code);
const over = document.getElementById('over');
if (over && code) over.hash = code;
`;

/** The one script that a stranger's browser gets. */
export function carryCode(): Router {
  return Router().get(CARRY_CODE, (_request, response) => {
    response.set('Cache-Control', 'no-cache').type('js').send(SCRIPT);
  });
}
