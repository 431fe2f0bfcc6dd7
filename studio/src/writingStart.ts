import type { SheetPlan } from './sheet';

/** Where the first line stands, and how far apart the lines are, mm. */
export function writingStart(plan: SheetPlan): { x: number; y: number; spacing: number } {
  switch (plan.paper) {
    case 'lined':
      return plan.ruling ? onRules(plan.ruling.spacing, 24) : { x: 29, y: 30.6, spacing: 8 };
    case 'dotted':
    case 'squared':
      if (plan.ruling) return onRules(plan.ruling.spacing, 5);
      return { x: 20, y: 28.5, spacing: 10 };
    case 'plain':
      return { x: 22, y: 28, spacing: plan.manner?.spacing ?? 11 };
    case 'worksheet':
    case 'columns':
    case 'table':
    case 'puzzle':
      return { x: 30, y: 69, spacing: 34 };
  }
}

/** Writing stands on the rules, on every second or third where they are narrow. */
function onRules(ruled: number, first: number): { x: number; y: number; spacing: number } {
  const spacing = ruled * Math.ceil(6.5 / ruled);
  return { x: 29, y: first + spacing * Math.ceil((26 - first) / spacing) - 1.2, spacing };
}
