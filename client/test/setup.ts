import '@testing-library/jest-dom';
import { configure } from '@testing-library/react';
import 'fake-indexeddb/auto';

// A busy machine takes its time: that is no fault of what is tested.
configure({ asyncUtilTimeout: 60_000 });
