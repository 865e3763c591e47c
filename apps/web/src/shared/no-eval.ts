import { config } from 'zod';

// To be imported before any schema is made: the library would try whether it may compile them, which the content policy
// refuses and some browsers report as an error.
config({ jitless: true });
