import { portMessages } from '@plucky/core/midi';
import { type Cable, thePlayer } from '../../audio/player.ts';
import { PortOut } from '../../audio/ports/port-out.ts';
import type { OutPort } from '../../audio/ports/ports.ts';

/** A cable to a port, on which what plays is said as its file has it. */
export function cableTo(port: OutPort): Cable {
  const out = new PortOut(port, (time) => thePlayer().pageTime(time));
  return {
    start: (place, time) => out.start(place, time),
    feed: ({ document, timeline }, clock, to) => out.feed(portMessages(document, timeline), clock, to),
    stop: () => out.stop(),
  };
}
