import type { Provider } from '@nestjs/common';
import { APP_GUARD } from '@nestjs/core';
import { seconds, ThrottlerGuard, ThrottlerModule } from '@nestjs/throttler';

/** Over how long requests are counted, in seconds, so that a burst passes. */
const WINDOW = 10;

/** Counts requests by address and refuses those that are too many; `rate` is in requests a second, 0 for no limit. */
export function rateLimit(rate: number) {
  return ThrottlerModule.forRoot({
    throttlers: [{ ttl: seconds(WINDOW), limit: Math.ceil(rate * WINDOW) }],
    skipIf: () => rate === 0,
    // By address alone, whatever is asked for.
    generateKey: (_, address) => address,
    errorMessage: `There were more than ${rate} requests a second from this address. Nothing was changed; please try again in a moment.`,
  });
}

export const rateLimitGuard: Provider = { provide: APP_GUARD, useClass: ThrottlerGuard };
