import { useKeyPresses } from '@/ui/useKeys';

export interface PageSteps {
  readonly toPrevious: () => void;
  readonly toNext: () => void;
}

/** Leafing through pages by arrow keys. */
export function usePageSteps({ toPrevious, toNext }: PageSteps): void {
  useKeyPresses({ ArrowLeft: toPrevious, ArrowRight: toNext });
}
