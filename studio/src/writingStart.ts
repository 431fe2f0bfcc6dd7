import type { SheetPlan } from './sheet';

/** Where the first line stands, and how far apart the lines are, mm. */
export function writingStart(plan: SheetPlan): { x: number; y: number; spacing: number } {
  switch (plan.paper) {
    case 'lined':
      return { x: 29, y: 30.6, spacing: 8 };
    case 'squared':
      return { x: 20, y: 28.5, spacing: 10 };
    case 'plain':
      return { x: 22, y: 28, spacing: plan.manner?.spacing ?? 11 };
    case 'worksheet':
      return { x: 30, y: 69, spacing: 34 };
  }
}
