/** How something lies on a stage: enlarged from its fitting size, and pushed aside. */
export interface Zoom {
  /** 1 fits the stage */
  readonly factor: number;
  /** screen px that the middle is pushed from the stage's middle */
  readonly x: number;
  readonly y: number;
}

export const FITTING: Zoom = { factor: 1, x: 0, y: 0 };

export interface Sizes {
  readonly stage: { readonly width: number; readonly height: number };
  readonly content: { readonly width: number; readonly height: number };
  /** room kept free round the fitting content, px */
  readonly margin: number;
}

/** Where the content lies on the stage, px, and screen px a content px. */
export interface View {
  readonly left: number;
  readonly top: number;
  readonly scale: number;
}

/** Enlarged at most so far that a content px is so many screen px, or by the second if that is more. */
const MOST = [2, 4] as const;

export function fitScale({ stage, content, margin }: Sizes): number {
  return Math.max(
    0.001,
    Math.min((stage.width - 2 * margin) / content.width, (stage.height - 2 * margin) / content.height),
  );
}

export const mostFactor = (sizes: Sizes): number => Math.max(MOST[1], MOST[0] / fitScale(sizes));

export function viewOf(sizes: Sizes, { factor, x, y }: Zoom): View {
  const scale = fitScale(sizes) * factor;
  const { stage, content } = sizes;
  return {
    scale,
    left: (stage.width - content.width * scale) / 2 + x,
    top: (stage.height - content.height * scale) / 2 + y,
  };
}

/** A zoom within its limits: never smaller than fitting, and what is larger than the stage leaves no gap. */
export function bounded(sizes: Sizes, { factor, x, y }: Zoom): Zoom {
  const kept = Math.min(mostFactor(sizes), Math.max(1, factor));
  const scale = fitScale(sizes) * kept;
  const reach = (content: number, stage: number) => Math.max(0, (content * scale - stage) / 2 + sizes.margin);
  const limit = (value: number, most: number) => Math.min(most, Math.max(-most, value));
  if (kept === 1) return FITTING;
  return {
    factor: kept,
    x: limit(x, reach(sizes.content.width, sizes.stage.width)),
    y: limit(y, reach(sizes.content.height, sizes.stage.height)),
  };
}

/** Enlarges by a factor so that what lies at a place of the stage stays there. */
export function zoomAt(
  sizes: Sizes,
  zoom: Zoom,
  by: number,
  at: { readonly x: number; readonly y: number },
): Zoom {
  const factor = Math.min(mostFactor(sizes), Math.max(1, zoom.factor * by));
  const ratio = factor / zoom.factor;
  const [cx, cy] = [at.x - sizes.stage.width / 2, at.y - sizes.stage.height / 2];
  return bounded(sizes, { factor, x: cx - (cx - zoom.x) * ratio, y: cy - (cy - zoom.y) * ratio });
}
