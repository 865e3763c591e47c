import DownIcon from '@mui/icons-material/KeyboardArrowDownRounded';
import UpIcon from '@mui/icons-material/KeyboardArrowUpRounded';
import { Box, Button, IconButton, Typography } from '@mui/material';
import { addDrum, DRUM_NAMES, type DrumName, DRUMS, usualNote } from '@plucky/core/pattern';
import {
  chooseKit,
  editVoices,
  hitsOfVoice,
  indexOf,
  moveVoice,
  noteName,
  noteSchema,
  type Part,
  removeVoice,
  sharedNotes,
  type SongDocument,
  type Voice,
} from '@plucky/core/song';
import { counted } from '@plucky/core/time';
import { KIT_IDS, type KitId, kitOf, KITS, USUAL_KIT_ID } from '@plucky/sound';
import { useState } from 'react';
import { thePlayer } from '../../../audio/player.ts';
import { useDocumentStore, useEdit, useSong } from '../../../document/context.tsx';
import { chooseRow } from '../../../session/groove.ts';
import { schemaResolver } from '../../../shared/form/resolver.ts';
import { useKeptNumber } from '../../../shared/form/useKeptNumber.ts';
import { Choice } from '../../../shared/ui/Choices.tsx';
import { Group } from '../../../shared/ui/Group.tsx';
import { NameField } from '../../../shared/ui/NameField.tsx';
import { QuietButton } from '../../../shared/ui/QuietButton.tsx';
import { Select } from '../../../shared/ui/Select.tsx';
import { color, TEXT } from '../../../shared/ui/tokens.ts';
import type { PatternView } from '../pattern-view.ts';
import { SidePanel } from '../SidePanel.tsx';

/** The rows of the kit: its sounds, names, order and MIDI notes. */
export function KitPanel({ view }: { view: PatternView }) {
  const edit = useEdit();
  const { part, document } = view;
  const voices = indexOf(document).voicesOf(part.id);
  const shared = sharedNotes(document, part.id);
  return (
    <SidePanel label="Kit" about={part.name} title="The kit">
      {part.type === 'drums' && <AddVoice part={part} />}
      {part.type === 'drums' && <KitChoice part={part} />}
      {shared.map((group) => (
        <Typography
          key={group[0]?.note}
          role="alert"
          sx={{ fontSize: TEXT.plain, color: color('warn'), mb: 1 }}
        >
          {group.map((voice) => voice.name).join(' and ')} share MIDI note {group[0]?.note}: a receiver cannot
          tell them apart.
        </Typography>
      ))}
      <Group title="Rows, from the top">
        {voices.map((voice, i) => (
          <VoiceRow key={voice.id} document={document} voice={voice} place={i} last={voices.length - 1} />
        ))}
      </Group>
      {part.type === 'drums' && (
        <Button
          sx={{ mt: 1 }}
          onClick={() =>
            edit((now) =>
              editVoices(
                now,
                voices.map((voice) => voice.id),
                (voice) => ({ note: usualNote(voice) }),
                'General MIDI notes',
              ),
            )
          }
        >
          General MIDI notes
        </Button>
      )}
    </SidePanel>
  );
}

function KitChoice({ part }: { part: Part }) {
  const edit = useEdit();
  const store = useDocumentStore();
  const chosen = kitOf(part.kit);
  const choose = (id: KitId) => {
    if (!edit((now) => chooseKit(now, part.id, id, USUAL_KIT_ID, usualNote))) return;
    // The kit's sound is heard at once, when nothing plays that would show it.
    const player = thePlayer();
    const { document } = store.getState();
    const snare = indexOf(document)
      .voicesOf(part.id)
      .find((voice) => voice.family === 'snare');
    if (!snare || player.isPlaying) return;
    player.instrument.setSong(document);
    void player.instrument.audition(snare, 100);
  };
  return (
    <Group title="Sounds">
      {KIT_IDS.map((id) => (
        <Box key={id} sx={{ mb: 0.75 }}>
          <Choice chosen={id === chosen} onClick={() => choose(id)}>
            {KITS[id].name}
          </Choice>
          <Typography sx={{ fontSize: TEXT.fine, color: color('soft'), pl: 0.25 }}>
            {KITS[id].about}
          </Typography>
        </Box>
      ))}
    </Group>
  );
}

function VoiceRow({
  document,
  voice,
  place,
  last,
}: {
  document: SongDocument;
  voice: Voice;
  place: number;
  last: number;
}) {
  const edit = useEdit();
  const { song } = indexOf(document);
  const [asking, setAsking] = useState(false);
  const hits = asking ? hitsOfVoice(document, voice.id) : 0;
  const set = (fields: Partial<Voice>, label: string) =>
    edit((now) => editVoices(now, [voice.id], () => fields, label));
  return (
    <Box sx={{ borderTop: `1px solid ${color('line')}`, py: 0.5 }}>
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 0.25 }}>
        <Box sx={{ flex: 1, minWidth: 0 }} onFocus={() => chooseRow(voice.id)}>
          <NameField
            value={voice.name}
            label={`Name of the row ${voice.name}`}
            size={14}
            onChange={(name) => set({ name }, 'rename')}
          />
        </Box>
        <IconButton
          size="small"
          aria-label={`Move ${voice.name} up`}
          disabled={place === 0}
          onClick={() => edit((now) => moveVoice(now, voice.id, place - 1))}
        >
          <UpIcon fontSize="small" />
        </IconButton>
        <IconButton
          size="small"
          aria-label={`Move ${voice.name} down`}
          disabled={place === last}
          onClick={() => edit((now) => moveVoice(now, voice.id, place + 1))}
        >
          <DownIcon fontSize="small" />
        </IconButton>
      </Box>
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 1, fontSize: TEXT.small, color: color('soft') }}>
        note
        <NoteField voice={voice} onChange={(note) => set({ note }, 'MIDI note')} />
        <span className="mono" style={{ fontSize: TEXT.small }}>
          {noteName(voice.note, song.key)}
        </span>
        <Box sx={{ flex: 1 }} />
        <QuietButton onClick={() => setAsking(true)}>Remove</QuietButton>
      </Box>
      {asking && (
        <Box role="alert" sx={{ fontSize: TEXT.note, py: 0.5 }}>
          {hits
            ? `${counted(hits, 'hit goes', 'hits go')} with it, from every pattern.`
            : 'No pattern has a hit of its own on it.'}
          <Box sx={{ display: 'flex', gap: 0.75, mt: 0.5 }}>
            <Button onClick={() => edit((now) => removeVoice(now, voice.id))}>Remove {voice.name}</Button>
            <Button variant="text" onClick={() => setAsking(false)}>
              Keep it
            </Button>
          </Box>
        </Box>
      )}
    </Box>
  );
}

const NOTE = schemaResolver((z) => z.object({ number: noteSchema(z) }));

function NoteField({ voice, onChange }: { voice: Voice; onChange: (note: number) => void }) {
  const { input, wrong } = useKeptNumber(voice.note, NOTE, onChange);
  return (
    <Box
      component="input"
      {...input}
      type="text"
      inputMode="numeric"
      className="mono"
      aria-label={`MIDI note of ${voice.name}, 0 to 127`}
      aria-invalid={wrong !== ''}
      title={wrong}
      sx={{
        width: 44,
        px: 0.75,
        py: 0.25,
        fontSize: TEXT.small,
        color: color('ink'),
        background: color('page'),
        border: `1px solid ${color(wrong ? 'warn' : 'strong')}`,
        borderRadius: '6px',
      }}
    />
  );
}

/** Adds a drum, a second one of its kind under a name of its own. */
function AddVoice({ part }: { part: Part }) {
  const edit = useEdit();
  const document = useSong();
  const add = (name: DrumName) => {
    const { id, outcome } = addDrum(document, part.id, name);
    if (edit(() => outcome)) chooseRow(id);
  };
  return (
    <Select
      fullWidth
      label="Add a row"
      value={null}
      autoFocus
      options={DRUM_NAMES.map((name) => ({ value: name, label: DRUMS[name].name }))}
      onChange={add}
      sx={{ mb: 1.5 }}
    />
  );
}
