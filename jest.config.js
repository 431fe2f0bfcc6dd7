const nodeBabel = {
  configFile: false,
  babelrc: false,
  presets: [
    ['@babel/preset-env', { targets: { node: '20' } }],
    ['@babel/preset-typescript', { allowDeclareFields: true }],
  ],
  // By its place: a function does not get into Jest's worker processes.
  plugins: [require.resolve('./scripts/importMetaUrl.js')],
};

/** @type {import('jest').Config} */
module.exports = {
  // Jest leaves one processor free, which is half of a small machine.
  maxWorkers: '100%',
  // A busy machine is slow to open a server or to draw photos: that is no fault of what is tested.
  testTimeout: 900_000,
  projects: [
    {
      displayName: 'node',
      testEnvironment: 'node',
      setupFiles: [require.resolve('./scripts/propertySeed.js')],
      // Jest's sandbox makes every look at a global slow; pixel loops look at Math all the time.
      sandboxInjectedGlobals: ['Math'],
      rootDir: __dirname,
      testMatch: [
        '<rootDir>/{core,contract,words,archive,codec,film,studio,server,cli,measure}/src/**/*.test.ts',
      ],
      transform: { '^.+\\.(tsx?|m?js)$': ['babel-jest', nodeBabel] },
      // These come as ES modules only.
      transformIgnorePatterns: ['/node_modules/(?!(@tus|srvx)/)'],
    },
    {
      displayName: 'client',
      preset: 'jest-expo/web',
      rootDir: `${__dirname}/client`,
      testMatch: ['<rootDir>/src/**/*.test.ts?(x)'],
      testEnvironment: '<rootDir>/test/environment.js',
      setupFiles: [require.resolve('./scripts/propertySeed.js')],
      setupFilesAfterEnv: ['<rootDir>/test/setup.ts'],
      transformIgnorePatterns: [
        '/node_modules/(?!(react-native|@react-native|expo|@expo|@expo-google-fonts|react-navigation|@react-navigation|lucide-react-native|react-native-svg|comlink|nanoid|@noble))',
        '/node_modules/react-native-reanimated/plugin/',
      ],
      moduleNameMapper: {
        '^@/(.*)$': '<rootDir>/src/$1',
        // its ESM files are .mjs, which Jest cannot require(): use the CommonJS copies
        '^lucide-react-native/icons/(.*)$': `${__dirname}/node_modules/lucide-react-native/dist/cjs/icons/$1.js`,
      },
    },
  ],
};
