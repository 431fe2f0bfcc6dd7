import '@testing-library/jest-dom';
import 'fake-indexeddb/auto';
