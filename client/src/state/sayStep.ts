import type { Page } from '@ravlo/contract';
import type { Step } from './historySlice';

/** A step as a person would call it: "edges of page 3", "new order". */
export function sayStep(step: Step, pages: readonly Page[]): string {
  if (step.kind === 'arrangement') return step.what;
  if (step.changes.length > 1) return `${step.what} of ${step.changes.length} pages`;
  const number = pages.findIndex(({ id }) => id === step.changes[0].pageId) + 1;
  return number > 0 ? `${step.what} of page ${number}` : step.what;
}
