import PortIcon from '@mui/icons-material/CableRounded';
import { Typography } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { openPorts, type Ports } from '../../audio/ports/ports.ts';
import { Choices } from '../../shared/ui/Choices.tsx';
import { PopoverButton } from '../../shared/ui/PopoverButton.tsx';
import { color, TEXT } from '../../shared/ui/tokens.ts';
import { playTo, usePorts } from './store.ts';

/** The value of no port. */
const NONE = '';

/** Which MIDI port it plays to, and whose clock it follows. */
export function PortsButton() {
  const { to, by } = usePorts();
  const [isAsked, setIsAsked] = useState(false);
  const { data: ports } = useQuery({
    queryKey: ['midi-ports'],
    queryFn: () => openPorts(window.location.search),
    enabled: isAsked,
  });
  return (
    <PopoverButton
      goesUp
      name="MIDI ports"
      {...((to ?? by)
        ? { text: to ? `To ${to.name}` : `By ${by?.name ?? ''}` }
        : { icon: <PortIcon fontSize="small" />, 'aria-label': 'MIDI port…' })}
      title="Play to a MIDI port, or follow the clock of one"
      sx={(to ?? by) ? { borderColor: color('plum'), background: color('wash') } : {}}
      paper={{ width: 380 }}
      isReady={ports !== undefined}
      onOpen={() => setIsAsked(true)}
    >
      <Choosing ports={ports ?? null} />
    </PopoverButton>
  );
}

function Choosing({ ports }: { ports: Ports | null }) {
  const { to, by } = usePorts();
  if (!ports)
    return (
      <Typography sx={{ fontSize: TEXT.control }}>
        This browser has no MIDI ports, or does not let this page use them.
      </Typography>
    );
  const { outputs, inputs } = ports;
  return (
    <>
      <Choices
        title="It sounds"
        options={[
          { value: NONE, label: 'Here' },
          ...outputs.map(({ id, name }) => ({ value: id, label: `On ${name}` })),
        ]}
        value={to?.id ?? NONE}
        onChange={(id) => void playTo(outputs.find((port) => port.id === id) ?? null)}
      />
      <Choices
        title="It starts, stops and keeps time by"
        options={[
          { value: NONE, label: 'Itself' },
          ...inputs.map(({ id, name }) => ({ value: id, label: name })),
        ]}
        value={by?.id ?? NONE}
        onChange={(id) => usePorts.setState({ by: inputs.find((port) => port.id === id) ?? null })}
      />
      <Typography variant="caption" component="p" sx={{ m: 0 }}>
        {outputs.length ? '' : 'There is no device to play to. '}
        Notes go out as the files have them, on the channels of their parts, with clock, start, stop and song
        position; the sounds here are silent then.
      </Typography>
    </>
  );
}
