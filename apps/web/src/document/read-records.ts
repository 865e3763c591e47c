import './no-eval.ts';

export { readRecords } from '@plucky/core';
