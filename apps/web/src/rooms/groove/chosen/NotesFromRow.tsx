import { Box, Button } from '@mui/material';
import { addNotesPart, followRow, makeIndependent, setFromRow } from '@plucky/core/pattern';
import { type Id, indexOf, inTurn, noteName, type SongDocument } from '@plucky/core/song';
import { useEdit } from '../../../document/context.tsx';
import { choosePattern } from '../../../session/groove.ts';
import { freshId } from '../../../shared/fresh-id.ts';
import { Amount } from '../../../shared/ui/Amount.tsx';
import { Choices } from '../../../shared/ui/Choices.tsx';
import { Group } from '../../../shared/ui/Group.tsx';
import { notify } from '../../../shared/ui/notify.ts';
import { QuietButton } from '../../../shared/ui/QuietButton.tsx';
import { Select } from '../../../shared/ui/Select.tsx';
import type { PatternView } from '../pattern-view.ts';

/** Longest notes that follow a row; null for up to the next one. */
const LONGEST = [
  { value: 0, label: 'To the next' },
  { value: 480, label: '8ths' },
  { value: 240, label: '16ths' },
];

/** Makes a pattern of notes that follows a drum row: in the first part of notes, or in a bass that is added for it. */
export function NotesFromRow({ view, row }: { view: PatternView; row: Id }) {
  const edit = useEdit();
  const { parts } = indexOf(view.document);
  const notes = parts.find((part) => part.type === 'notes');
  const make = () => {
    const [part, id] = [notes?.id ?? freshId(), freshId()];
    const ids = { part, voice: freshId(), pattern: freshId() };
    const made = edit((now: SongDocument) =>
      inTurn(now, 'bass from the row', [
        (before) => (notes ? null : addNotesPart(before, 'bass', ids)),
        (before) => followRow(before, view.resolved.pattern.id, row, part, id, null),
      ]),
    );
    if (!made) return;
    choosePattern(id);
    notify('It follows the row: what changes there changes here.');
  };
  return (
    <Button
      fullWidth
      title="A note on each of its hits, held to the next, at the root; it follows when the row changes"
      onClick={make}
    >
      {notes ? `${notes.name} from this row` : 'A bass from this row'}
    </Button>
  );
}

/** Which row a pattern of notes follows, and how. */
export function FollowedRow({ view }: { view: PatternView }) {
  const edit = useEdit();
  const { document } = view;
  const { pattern } = view.resolved;
  const { fromRow } = pattern;
  if (!fromRow) return null;
  const index = indexOf(document);
  const [drums, plays] = [index.pattern(fromRow.pattern), index.voice(fromRow.plays)];
  const rows = drums ? index.voicesOf(drums.part) : [];
  const set = (fields: Parameters<typeof setFromRow>[2], gesture: string | null = null) =>
    edit((now) => setFromRow(now, pattern.id, fields), gesture);
  return (
    <Group title={`Follows a row of ${drums?.name ?? ''}`}>
      <Select
        fullWidth
        label="Row"
        value={fromRow.row}
        options={rows.map((one) => ({ value: one.id, label: one.name }))}
        onChange={(row) => set({ row })}
        sx={{ mt: 0.5, mb: 1 }}
      />
      <Choices
        title="Notes are held"
        value={fromRow.longest ?? 0}
        options={LONGEST}
        onChange={(longest) => set({ longest: longest || null })}
      />
      <Amount
        label="Note"
        value={fromRow.pitch}
        min={-24}
        max={24}
        text={noteName(Math.min(127, Math.max(0, (plays?.note ?? 60) + fromRow.pitch)), index.song.key)}
        onChange={(pitch, gesture) => set({ pitch }, gesture)}
      />
      <Box sx={{ mb: 1 }}>
        <QuietButton
          title="Its notes become its own"
          onClick={() => edit((now) => makeIndependent(now, pattern.id))}
        >
          Let go: follow nothing
        </QuietButton>
      </Box>
    </Group>
  );
}
