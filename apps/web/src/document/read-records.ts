import '../shared/no-eval.ts';

export { bringUpRecords, NewerFormatError, readRecords } from '@plucky/core';
