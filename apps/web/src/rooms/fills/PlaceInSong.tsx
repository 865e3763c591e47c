import type { ComponentProps } from 'react';
import { PlaceBar } from './PlaceBar.tsx';
import { usePlaces, useRoom } from './session.ts';

type Props = Pick<ComponentProps<typeof PlaceBar>, 'document' | 'slows' | 'disabled' | 'onPlace'>;

/** Places what is chosen on a bench where the whole room has agreed to, and with what it lands. */
export function PlaceInSong(props: Props) {
  const landing = useRoom((room) => room.landing);
  const { places, where } = usePlaces(props.document);
  return (
    <PlaceBar
      {...props}
      places={places}
      where={where}
      landing={landing}
      onWhere={(key) => useRoom.setState({ where: key })}
      onLanding={(next) => useRoom.setState({ landing: next })}
    />
  );
}
