import { Box, Typography } from '@mui/material';
import { indexOf, type Pattern, type SongDocument } from '@plucky/core/song';
import { useEffect } from 'react';
import { useLocation, useNavigate } from 'react-router';
import { useSession } from '../../session/store.ts';
import { useCalm } from '../../shared/ui/calm.ts';
import { reworkBuild } from './build-up/build-ups.ts';
import { BuildPane } from './build-up/BuildPane.tsx';
import { useMusic } from './draft-record.ts';
import { EndPane } from './end/EndPane.tsx';
import { FillPane } from './fill/FillPane.tsx';
import { isMadeHere, type Make, MAKES, useRoom } from './session.ts';

/** Room in which fills, build-ups, drop-outs and endings are made, heard in context, chosen and placed. */
export function FillsRoom() {
  const [document, near] = useCalm(useMusic());
  const wanted = useSession((session) => session.pattern);
  const make = useRoom((room) => room.make);
  const groove = grooveFor(document, wanted, make);
  if (!groove)
    return (
      <>
        <MakeByAddress document={document} wanted={wanted} make={make} />
        <Typography sx={{ p: 3 }}>Fills are made from a drum pattern. Make one in Groove first.</Typography>
      </>
    );
  return (
    <Box sx={{ display: 'contents' }} {...near}>
      <Drafts document={document} groove={groove} make={make} />
      <MakeByAddress document={document} wanted={wanted} make={make} />
    </Box>
  );
}

/** Takes the kind of draft from whoever leads here, and keeps it in the page's history. */
function MakeByAddress({
  document,
  wanted,
  make,
}: {
  document: SongDocument;
  /** The pattern in view. */
  wanted: string | null;
  make: Make;
}) {
  const location = useLocation();
  const navigate = useNavigate();
  const visit = location.key;
  const {
    make: wish,
    chosen,
    where,
  } = (location.state ?? {}) as Record<'make' | 'chosen' | 'where', unknown>;
  useEffect(() => {
    const known = MAKES.find((one) => one === chosen);
    if (known) {
      useRoom.setState({ make: known });
      return;
    }
    const asked = MAKES.find((one) => one === wish);
    if (asked) useRoom.setState({ make: asked, ...(typeof where === 'string' ? { where } : {}) });
    const pattern = wanted ? indexOf(document).pattern(wanted) : undefined;
    if (pattern?.builtBy && pattern.parent) {
      reworkBuild(pattern);
      useRoom.setState({ make: 'build-up' });
    }
    // The pattern in view becomes a draft when the room is entered; one chosen later is the groove for new drafts.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [visit]);
  useEffect(() => {
    // In the page's history, so that what is made is the same after a reload.
    const now = useRoom.getState().make;
    if (chosen !== now) void navigate(location, { replace: true, state: { chosen: now } });
  }, [make, chosen, location, navigate]);
  return null;
}

function Drafts({ make, ...props }: { document: SongDocument; groove: Pattern; make: Make }) {
  const key = props.groove.id;
  if (make === 'build-up') return <BuildPane key={key} {...props} />;
  if (make === 'fill') return <FillPane key={key} {...props} />;
  return <EndPane key={`${key} ${make}`} {...props} make={make} />;
}

/** The pattern that something is made from: the one in view, or what it follows when it was made here itself. */
function grooveFor(document: SongDocument, wanted: string | null, make: Make): Pattern | undefined {
  const { parts, pattern: byId, patternsOf } = indexOf(document);
  const drums = parts.filter((part) => part.type === 'drums').flatMap((part) => patternsOf(part.id));
  const allowed = make === 'fill' ? drums : parts.flatMap((part) => patternsOf(part.id));
  let one = wanted ? byId(wanted) : undefined;
  while (one?.parent && isMadeHere(one)) one = byId(one.parent);
  return allowed.find((pattern) => pattern.id === one?.id) ?? drums[0] ?? allowed[0];
}
