import { guardValues } from '../time/index.ts';

// Run before each test file: whoever changes a document or what a cache keeps throws there.
guardValues();
