import type { CameraPlan } from './camera';
import type { HandName } from './fonts';
import type { LensPlan, LightPlan, Scene } from './scene';
import type { InkKind, PaperKind, SheetPlan } from './sheet';
import { CHART_WORK, PASSAGE_LOG, TIDE_TABLES, WORKSHEET, type SheetText } from './world';

/** A demo packet and the photos in it. */
export interface DemoPacket {
  readonly name: string;
  readonly photos: readonly DemoPhoto[];
}

export interface DemoPhoto {
  readonly file: string;
  readonly scene: Scene;
}

interface DemoPlan {
  readonly text: SheetText;
  readonly paper: PaperKind;
  readonly ink: InkKind;
  readonly hand: HandName;
  readonly desk: Scene['desk'];
  readonly camera?: Partial<CameraPlan>;
  readonly light?: Partial<LightPlan>;
  readonly lens?: Partial<LensPlan>;
  readonly under?: Scene['under'];
  readonly exifTurn?: Scene['exifTurn'];
}

let nextSeed = 1;

function demoScene(plan: DemoPlan): Scene {
  const seed = nextSeed++;
  const sheet: SheetPlan = {
    seed,
    width: 210,
    height: 297,
    paper: plan.paper,
    paperColour: '#f7f5ee',
    ink: plan.ink,
    hand: plan.hand,
    text: plan.text,
  };
  return {
    seed,
    sheet,
    desk: plan.desk,
    camera: {
      width: 2268,
      height: 3024,
      tilt: 0.2,
      azimuth: 0.4,
      roll: 0.03,
      fill: 0.9,
      shift: [0.1, 0.1],
      ...plan.camera,
    },
    light: {
      level: 0.95,
      falloff: 0.2,
      from: 2.4,
      tint: [1.03, 0.92],
      shadow: 0,
      shadowAt: [0.5, 0.5],
      glare: 0,
      ...plan.light,
    },
    lens: { blur: 0.9, noise: 2, quality: 78, ...plan.lens },
    under: plan.under ?? [],
    over: [],
    category: 'demo',
    exifTurn: plan.exifTurn,
  };
}

const photo = (file: string, plan: DemoPlan): DemoPhoto => ({ file: `${file}.jpg`, scene: demoScene(plan) });

/** Three packets of the course in coastal navigation, twelve photos, each with a trouble of its own. */
export const DEMO_PACKETS: readonly DemoPacket[] = [
  {
    name: 'Chart problems 1 to 5',
    photos: [
      photo('chart-bearings', {
        text: CHART_WORK[0],
        paper: 'squared',
        ink: 'black-pen',
        hand: 'patrick',
        desk: 'oak',
        exifTurn: 90,
      }),
      photo('chart-course-to-steer', {
        text: CHART_WORK[1],
        paper: 'lined',
        ink: 'blue-pen',
        hand: 'patrick',
        desk: 'oak',
        lens: { blur: 6.5 },
      }),
      photo('harbour-pencil', {
        text: CHART_WORK[2],
        paper: 'plain',
        ink: 'pencil',
        hand: 'shadows',
        desk: 'slate',
        light: { level: 0.8, falloff: 0.45, from: 3.4 },
      }),
      photo('knots-glare', {
        text: CHART_WORK[3],
        paper: 'plain',
        ink: 'black-pen',
        hand: 'patrick',
        desk: 'walnut',
        light: { glare: 0.7 },
        camera: { tilt: 0.3, azimuth: 1.2 },
      }),
    ],
  },
  {
    name: 'Passage log',
    photos: [
      photo('passage-log', {
        text: PASSAGE_LOG[0],
        paper: 'lined',
        ink: 'blue-pen',
        hand: 'kalam',
        desk: 'pale',
        camera: { roll: -0.06, fill: 0.84 },
      }),
      photo('dead-reckoning-sideways', {
        text: PASSAGE_LOG[1],
        paper: 'plain',
        ink: 'blue-pen',
        hand: 'kalam',
        desk: 'slate',
        camera: { roll: Math.PI / 2 + 0.04, fill: 0.96 },
      }),
      photo('buoyage-worksheet', {
        text: WORKSHEET,
        paper: 'worksheet',
        ink: 'blue-pen',
        hand: 'kalam',
        desk: 'cloth',
        under: [
          { kind: 'phone', seed: 1, centre: [285, 240], size: [75, 155], turn: 0.2, colour: '#22262c' },
        ],
        camera: { fill: 0.8, shift: [-0.6, 0.1] },
      }),
    ],
  },
  {
    name: 'Tide tables, week 3',
    photos: [
      photo('tides-week-3', {
        text: TIDE_TABLES[0],
        paper: 'lined',
        ink: 'blue-pen',
        hand: 'kalam',
        desk: 'walnut',
        camera: { tilt: 0.28, azimuth: 0.1, fill: 0.93 },
      }),
      photo('tides-neap', {
        text: TIDE_TABLES[1],
        paper: 'squared',
        ink: 'blue-pen',
        hand: 'kalam',
        desk: 'walnut',
        light: { shadow: 0.4, shadowAt: [0.75, 1], falloff: 0.35 },
      }),
      photo('tide-curve', {
        text: TIDE_TABLES[2],
        paper: 'squared',
        ink: 'pencil',
        hand: 'kalam',
        desk: 'slate',
        camera: { tilt: 0.4, azimuth: 2, fill: 0.88 },
      }),
      photo('twelfths-dim', {
        text: CHART_WORK[0],
        paper: 'lined',
        ink: 'black-pen',
        hand: 'kalam',
        desk: 'walnut',
        light: { level: 0.36, falloff: 0.5, tint: [1.09, 0.8] },
        lens: { noise: 4.5, quality: 70 },
      }),
      photo('log-white-desk', {
        text: PASSAGE_LOG[0],
        paper: 'squared',
        ink: 'blue-pen',
        hand: 'caveat',
        desk: 'white',
        camera: { fill: 0.86, azimuth: 3.1, shift: [-0.2, -0.3] },
      }),
    ],
  },
];
