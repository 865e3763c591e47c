import { Box, Typography } from '@mui/material';
import { editPart, editVoices, indexOf, type Part, type Voice } from '@plucky/core/song';
import { useEffect, useRef } from 'react';
import { thePlayer } from '../audio/player.ts';
import { useIsPlaying } from '../audio/useIsPlaying.ts';
import { useEdit, useSong } from '../document/context.tsx';
import { Listening, LISTENING_WHEN_POINTED_AT } from '../session/Listening.tsx';
import { freshId } from '../shared/fresh-id.ts';
import { Amount } from '../shared/ui/Amount.tsx';
import { Choice, Segments } from '../shared/ui/Choices.tsx';
import { Heading } from '../shared/ui/Group.tsx';
import { SteadySlider } from '../shared/ui/SteadySlider.tsx';
import { color, familyColor, TEXT } from '../shared/ui/tokens.ts';
import { LoneNumber } from '../shared/ui/TypedNumber.tsx';

/** Name, meter, level and pan, each with its number, mute and solo. */
const COLUMNS = '92px 44px minmax(0, 1fr) 40px 84px 44px 54px';

/** A mixer for each part of the song. */
export function MixOfParts() {
  const { parts } = indexOf(useSong());
  return parts.map((part) => <PartMix key={part.id} part={part} />);
}

function PartMix({ part }: { part: Part }) {
  const edit = useEdit();
  const voices = indexOf(useSong()).voicesOf(part.id);
  return (
    <Box component="section" aria-label={`Mix of ${part.name}`} sx={{ mb: 1.5 }}>
      <Box sx={{ display: 'grid', gridTemplateColumns: COLUMNS, columnGap: 1.25 }}>
        <Heading>{part.name}</Heading>
        <span />
        <Heading>Level</Heading>
        <span />
        <Heading>Pan</Heading>
      </Box>
      {voices.map((voice) => (
        <VoiceMix key={voice.id} voice={voice} />
      ))}
      {part.type === 'drums' && (
        <Box sx={{ display: 'flex', alignItems: 'center', gap: 0.75, mt: 1 }}>
          <Typography sx={{ fontSize: TEXT.control, mr: 0.5 }}>Heard from</Typography>
          <Segments label="Heard from">
            {(['drummer', 'listener'] as const).map((seat) => (
              <Choice
                key={seat}
                chosen={(part.seat ?? 'drummer') === seat}
                onClick={() => edit((now) => editPart(now, part.id, { seat }, 'change the seat'))}
              >
                {seat === 'drummer' ? 'the drummer’s seat' : 'in front of the kit'}
              </Choice>
            ))}
          </Segments>
        </Box>
      )}
      {part.type === 'drums' && (
        <Box sx={{ mt: 1 }}>
          <Amount
            label="Room"
            value={part.room ?? 0}
            min={0}
            max={100}
            text={`${part.room ?? 0} %`}
            onChange={(room, gesture) => edit((now) => editPart(now, part.id, { room }, 'room'), gesture)}
          />
        </Box>
      )}
    </Box>
  );
}

function VoiceMix({ voice }: { voice: Voice }) {
  const edit = useEdit();
  const set = (fields: Partial<Voice>, label: string, gesture: string) =>
    edit((now) => editVoices(now, [voice.id], () => fields, label), gesture);
  return (
    <Box
      sx={{
        display: 'grid',
        gridTemplateColumns: COLUMNS,
        alignItems: 'center',
        columnGap: 1.25,
        height: 30,
        ...LISTENING_WHEN_POINTED_AT,
      }}
    >
      <Typography noWrap sx={{ fontSize: TEXT.plain }}>
        {voice.name}
      </Typography>
      <Meter voice={voice} />
      <SteadySlider
        aria-label={`Level of ${voice.name}`}
        value={voice.level}
        min={0}
        max={100}
        onChange={(level, gesture) => set({ level }, 'level', gesture)}
      />
      <LoneNumber
        max={100}
        label={`Level of ${voice.name}`}
        value={voice.level}
        min={0}
        text={String(voice.level)}
        onChange={(level) => set({ level }, 'level', freshId())}
      />
      <SteadySlider
        aria-label={`Pan of ${voice.name}`}
        value={voice.pan}
        min={-100}
        max={100}
        track={false}
        marks={[{ value: 0 }]}
        onChange={(pan, gesture) => set({ pan: Math.abs(pan) < 6 ? 0 : pan }, 'pan', gesture)}
      />
      <LoneNumber
        max={100}
        label={`Pan of ${voice.name}`}
        value={voice.pan}
        min={-100}
        text={voice.pan === 0 ? '0' : `${Math.abs(voice.pan)} ${voice.pan < 0 ? 'L' : 'R'}`}
        onChange={(pan) => set({ pan }, 'pan', freshId())}
      />
      <Box sx={{ display: 'flex', gap: 0.4 }}>
        <Listening voice={voice} />
      </Box>
    </Box>
  );
}

/** Share of a meter that is left at the next picture. */
const FALL = 0.86;

/** Level of a voice at this moment; it moves by itself only while something plays. */
function Meter({ voice }: { voice: Voice }) {
  const bar = useRef<HTMLDivElement>(null);
  const isPlaying = useIsPlaying();
  useEffect(() => {
    if (!isPlaying) return;
    let frame = 0;
    let shown = 0;
    const element = bar.current;
    const paint = () => {
      shown = Math.max(thePlayer().instrument.mixer.peakOf(voice.id), shown * FALL);
      if (element) element.style.transform = `scaleX(${Math.min(1, shown).toFixed(3)})`;
      frame = requestAnimationFrame(paint);
    };
    paint();
    return () => {
      cancelAnimationFrame(frame);
      if (element) element.style.transform = 'scaleX(0)';
    };
  }, [isPlaying, voice.id]);
  return (
    <Box
      sx={{ height: 6, borderRadius: 3, background: color('sunk'), overflow: 'hidden' }}
      aria-hidden="true"
    >
      <div
        ref={bar}
        data-meter={voice.id}
        style={{
          height: '100%',
          background: familyColor(voice.family),
          transform: 'scaleX(0)',
          transformOrigin: 'left',
        }}
      />
    </Box>
  );
}
