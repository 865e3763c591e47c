import { create } from 'zustand';
import { thePlayer } from '../../audio/player.ts';
import type { InPort, OutPort } from '../../audio/ports/ports.ts';

/** The MIDI ports in use: where it plays to in place of the sounds here, and whose clock it follows. */
export const usePorts = create<{ readonly to: OutPort | null; readonly by: InPort | null }>(() => ({
  to: null,
  by: null,
}));

/** Plays to a port from now on, or here; what plays stops. */
export async function playTo(to: OutPort | null): Promise<void> {
  const cable = to && (await import('./cable.ts')).cableTo(to);
  thePlayer().setCable(cable);
  usePorts.setState({ to });
}
