import { useRoom } from '../session.ts';
import { PlaceBar } from './PlaceBar.tsx';
import { type ToPlace, usePlaceDeed } from './usePlaceDeed.ts';

/** Places the chosen draft where the whole room has agreed to, and with what it lands. */
export function PlaceInSong({ hasButton = true, ...what }: ToPlace & { hasButton?: boolean }) {
  const room = useRoom();
  const { places, where, count, place } = usePlaceDeed(what);
  return (
    <PlaceBar
      document={what.document}
      places={places}
      where={where}
      how={room}
      several={count === null ? null : { count, hasOthers: (what.others?.length ?? 0) > 1 }}
      disabled={!what.pattern}
      hasButton={hasButton}
      onWhere={(key) => useRoom.setState({ where: key })}
      onHow={(how) => useRoom.setState(how)}
      onPlace={() => place()}
    />
  );
}
