/** How much one address may ask for, so that no one keeps all others waiting. */
import { RateLimiterMemory, RateLimiterRes } from 'rate-limiter-flexible';

/** Seconds over which is counted. */
const OVER = 10;
/** Far beyond what people and their programs ask for; a loop that went wild is stopped. */
const MOST = { asked: 30_000, changed: 6000 };
/** Wrong keys of an address in a minute. */
const MOST_WRONG = 20;

const asked = new RateLimiterMemory({ points: MOST.asked, duration: OVER });
const changed = new RateLimiterMemory({ points: MOST.changed, duration: OVER });
const wrong = new RateLimiterMemory({ points: MOST_WRONG, duration: 60 });

async function secondsLeft(count: Promise<RateLimiterRes>): Promise<number | null> {
  try {
    await count;
    return null;
  } catch (error) {
    if (error instanceof RateLimiterRes) return Math.max(1, Math.ceil(error.msBeforeNext / 1000));
    throw error;
  }
}

/** Counts a request of an address; seconds until the next is taken, or null where this one is. */
export const tooMany = (address: string, isChange: boolean): Promise<number | null> =>
  secondsLeft((isChange ? changed : asked).consume(address));

/** Counts a wrong key; seconds until a next one is looked at, or null. */
export const tooManyWrong = (address: string): Promise<number | null> => secondsLeft(wrong.consume(address));
