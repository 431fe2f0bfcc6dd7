// Who may import whom: the rooms of each workspace, and the workspaces. Lint holds the code against it (eslint.config.js),
// and the picture in docs/design.md is drawn beside it (scripts/rooms.mjs).

/** What a workspace may import of the others; core and contract import nobody. */
export const WORKSPACES = {
  core: [],
  contract: [],
  words: ['core', 'contract'],
  codec: ['core'],
  archive: ['contract'],
  film: ['core'],
  studio: ['core', 'film'],
  server: ['archive', 'contract'],
  client: ['contract', 'core', 'film', 'words'],
  cli: ['archive', 'codec', 'contract', 'core', 'words'],
  measure: ['core', 'codec', 'film', 'studio'],
  e2e: ['archive', 'contract', 'core', 'film', 'studio'],
};

/** Doors of core, and who may come in by them; whoever may import core at all may use the others. */
export const DOORS = {
  '@ravlo/core/inside': ['measure'],
};

const SCREENS = [
  ...['shelf', 'gather', 'table', 'bench', 'finish', 'brief', 'handover'],
  ...['deleted', 'folders', 'mail', 'marker', 'people', 'receipt', 'settings'],
];
const BELOW_SCREENS = ['page', 'packet', 'darkroom', 'ui'];

/** What a folder of a workspace may import of that workspace's other folders. Files beside the folders are named as such. */
export const ROOMS = {
  client: {
    app: ['frame', ...SCREENS, 'packet', 'ui'],
    frame: ['packet', 'page', 'ui'],
    ...Object.fromEntries(SCREENS.map((screen) => [screen, BELOW_SCREENS])),
    page: ['packet', 'darkroom', 'ui'],
    packet: ['darkroom'],
    darkroom: [],
    ui: [],
  },
  core: {
    doors: [
      ...['aim', 'clean', 'flatten', 'geometry', 'notes', 'outline', 'pdf', 'raster', 'verdict'],
      ...['develop.ts', 'findPage.ts'],
    ],
    'develop.ts': ['clean', 'flatten', 'geometry', 'notes', 'raster', 'verdict'],
    'findPage.ts': ['flatten', 'geometry', 'outline', 'raster'],
    aim: ['flatten', 'geometry', 'outline', 'raster', 'statistics'],
    verdict: ['clean', 'geometry', 'raster', 'statistics'],
    clean: ['geometry', 'kernels', 'net', 'raster', 'statistics'],
    outline: ['geometry', 'kernels', 'net', 'raster', 'statistics'],
    flatten: ['geometry', 'kernels', 'net', 'raster', 'statistics'],
    pdf: ['clean', 'geometry', 'kernels', 'notes', 'raster'],
    notes: ['geometry', 'raster'],
    net: ['kernels'],
    raster: ['geometry', 'kernels'],
    kernels: [],
    geometry: [],
    statistics: [],
  },
  server: {
    'main.ts': ['app.ts', 'demo', 'desk', 'http', 'mail', 'people', 'secure', 'settings.ts', 'store'],
    'app.ts': ['desk', 'http', 'people', 'store'],
    demo: ['desk', 'store'],
    http: ['desk', 'people', 'problems.ts', 'store'],
    people: ['desk', 'growingWait.ts', 'mail', 'problems.ts', 'store'],
    desk: ['mail', 'problems.ts', 'store'],
    mail: ['problems.ts', 'store'],
    store: ['growingWait.ts', 'problems.ts'],
    'problems.ts': [],
    secure: [],
    'growingWait.ts': [],
    'settings.ts': [],
  },
};
