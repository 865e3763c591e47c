import ClickIcon from '@mui/icons-material/AvTimerRounded';
import PlayIcon from '@mui/icons-material/PlayArrowRounded';
import StopIcon from '@mui/icons-material/StopRounded';
import { Box, IconButton, Typography } from '@mui/material';
import { beatTicks } from '@plucky/core/time';
import { memo, useCallback } from 'react';
import { thePlayer } from '../audio/player.ts';
import { useIsSilent } from '../audio/useIsPlaying.ts';
import { useGroove } from '../session/groove.ts';
import { useSheet } from '../session/sheet.ts';
import { toggleTogether, useSession, useSessionFields } from '../session/store.ts';
import { withKeys } from '../shared/keys/command.ts';
import { useCommands } from '../shared/keys/useCommands.ts';
import { Choice } from '../shared/ui/Choices.tsx';
import { Deed } from '../shared/ui/Deed.tsx';
import { later } from '../shared/ui/later.tsx';
import { color, TEXT } from '../shared/ui/tokens.ts';
import { BounceButton } from './BounceButton.tsx';
import { BEAT_COMMANDS, CARET_COMMANDS, PLAY_COMMANDS, TOGETHER_COMMANDS } from './commands.ts';
import { KitMix } from './KitMix.tsx';
import { PlaceText, placeText } from './PlaceText.tsx';
import { PlayerFollows } from './PlayerFollows.tsx';
import { usePorts } from './ports/store.ts';
import { previewHeard, usePreview } from './preview.ts';
import { ReachChoices } from './ReachChoices.tsx';
import { RecordButton } from './RecordButton.tsx';
import { type BarLines, type TransportState, useTransport } from './useTransport.ts';
import { reachIn } from './what-plays.ts';

const SheetChoices = later(async () => (await import('./SheetChoices.tsx')).SheetChoices);
const PortsButton = later(async () => (await import('./ports/PortsButton.tsx')).PortsButton);
const Following = later(async () => (await import('./ports/Following.tsx')).Following);
const Sounding = later(async () => (await import('./Sounding.tsx')).Sounding);

/** Play or stop, what plays in words, how much of it, the place, and the click; the same in every room. */
export function Transport() {
  return (
    <>
      <PlayerFollows />
      <Bar transport={useTransport()} />
    </>
  );
}

const ON_SHEET = { ...PLAY_COMMANDS, ...BEAT_COMMANDS };
const TRANSPORT_COMMANDS = { ...PLAY_COMMANDS, ...CARET_COMMANDS, ...TOGETHER_COMMANDS };

/** Drawn anew when what plays changes, not at every edit. */
const Bar = memo(function Bar({ transport }: { transport: TransportState }) {
  const { room, isElsewhere, what, isPlaying, toggle, playFrom, playFromBeat } = transport;
  const session = useSessionFields('reach', 'click', 'together');
  const preview = usePreview(previewHeard);
  const ports = usePorts();
  const isSilent = useIsSilent();
  const reach = reachIn(room, session);
  // While the song plays it is told what sounds, and not what was pressed.
  const playsSong = isPlaying && what?.scope.kind === 'song' && !what.timeline;

  useCommands(room === 'sheet' ? ON_SHEET : TRANSPORT_COMMANDS, {
    toggle() {
      // A performance begins with the room's own deed.
      if (room === 'sheet' && !isPlaying && useSheet.getState().performing) return false;
      toggle();
      return true;
    },
    playFromCaret: () => (room === 'groove' ? playFrom(useGroove.getState().caret?.at ?? 0) : toggle()),
    playFromBeat,
  });

  return (
    <Box
      component="footer"
      aria-label="Transport"
      sx={{
        display: 'flex',
        alignItems: 'center',
        flexWrap: { xs: 'wrap', lg: 'nowrap' },
        columnGap: { xs: 0.75, lg: 1 },
        rowGap: 0.5,
        minHeight: 60,
        px: { xs: 1.25, lg: 2.5 },
        py: { xs: 0.5, lg: 0 },
        '& button': { whiteSpace: 'nowrap', flexShrink: 0 },
        background: color('page'),
        borderTop: `1px solid ${color('line')}`,
      }}
    >
      <IconButton
        title={withKeys(isPlaying ? 'Stop' : 'Play', PLAY_COMMANDS.play)}
        aria-label={isPlaying ? 'Stop' : 'Play'}
        disabled={!what}
        onClick={toggle}
        sx={{
          width: 40,
          height: 40,
          borderRadius: '50%',
          background: color('plum'),
          color: color('on-plum'),
          '&:hover': { background: color('plum') },
          '&.Mui-disabled': { background: color('line') },
        }}
      >
        {isPlaying ? <StopIcon /> : <PlayIcon />}
      </IconButton>
      <Box sx={{ flex: { xs: '1 1 150px', md: `0 1 ${preview ? 460 : 250}px` }, minWidth: 0 }}>
        <Typography aria-label="What plays" noWrap sx={{ fontWeight: 600, fontSize: TEXT.field }}>
          {playsSong ? 'Whole song' : (what?.title ?? nothingToPlay(reach))}
        </Typography>
        {isSilent && (
          <Typography role="alert" sx={{ fontSize: TEXT.note, color: color('plum') }}>
            No sound: this browser gives no audio device. All else goes on.
          </Typography>
        )}
        <Typography variant="caption" noWrap component="div">
          {playsSong ? (
            <Sounding document={what.document} origin={what.origin ?? 0} />
          ) : (
            (what?.detail ?? ' ')
          )}
        </Typography>
      </Box>
      <ReachChoices {...{ room, reach, isElsewhere }} />
      {room === 'sheet' && (
        <SheetChoices {...{ transport, reach }} loops={!preview && !isElsewhere} cues={playsSong} />
      )}
      {room === 'groove' && (preview ? preview.scope.kind === 'pattern' : reach === 'pattern') && (
        <Choice
          chosen={session.together}
          title={withKeys('Alone, or with what the other parts play', TOGETHER_COMMANDS.together)}
          onClick={toggleTogether}
        >
          With the others
        </Choice>
      )}
      <Box sx={{ flex: 1 }} />
      <Place {...transport} />
      {room === 'groove' && !preview && reach === 'pattern' && <RecordButton transport={transport} />}
      <Deed
        name="Click"
        title={withKeys('Click on or off', PLAY_COMMANDS.click)}
        isOn={session.click}
        onPress={() => useSession.setState({ click: !session.click })}
      >
        <ClickIcon fontSize="small" />
      </Deed>
      {(room === 'hand-off' || ports.to || ports.by) && <PortsButton />}
      {ports.by && <Following port={ports.by} transport={transport} />}
      <KitMix />
      <BounceButton transport={transport} />
    </Box>
  );
});

function nothingToPlay(reach: string): string {
  if (reach === 'section') return 'No section plays this yet';
  if (reach === 'slot') return 'Choose a slot to play';
  return reach === 'song' ? 'The song has no section yet' : 'Choose a pattern to play';
}

/** The place as bar, beat and quarter of a beat, or the beat of the count-in. */
function Place({ bars, what }: TransportState) {
  const textOf = useCallback(
    (place: number | null) => {
      const tick = (place ?? what?.start ?? 0) + (what?.cut?.from ?? 0);
      const before = thePlayer().heardAt(performance.now()) ?? 0;
      if (!bars?.length) return '';
      return place !== null && before < 0 ? countText(bars, before) : placeText(bars, tick);
    },
    [bars, what],
  );
  return <PlaceText label="Place" textOf={textOf} />;
}

/** The beat of the count-in that is heard so many ticks (negative) before the start. */
function countText({ meters }: BarLines, before: number): string {
  const meter = meters[0]?.meter;
  return meter ? `count ${Math.max(1, meter.beats + 1 - Math.ceil(-before / beatTicks(meter)))}` : '';
}
