/** Ticks from a worker, so that a busy page does not hold the schedule up. */
const INTERVAL = 25;
setInterval(() => postMessage(null), INTERVAL);
