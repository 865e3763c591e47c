import '../shared/no-eval.ts';

export { readRecords } from '@plucky/core';
