import { Box, Button } from '@mui/material';
import { setSlotPattern } from '@plucky/core/form';
import { familyOrder, feelOf, resolve, type ResolvedPattern } from '@plucky/core/pattern';
import { type Id, indexOf, mainLayer, type Part, type SongDocument } from '@plucky/core/song';
import { counted, lengthName, type Meter } from '@plucky/core/time';
import { memo, useMemo } from 'react';
import { useEdit, useSong } from '../../document/context.tsx';
import { useSessionFields } from '../../session/store.ts';
import { useCalm } from '../../shared/ui/calm.ts';
import { Group } from '../../shared/ui/Group.tsx';
import { PatternFace } from '../../shared/ui/PatternFace.tsx';
import { color } from '../../shared/ui/tokens.ts';
import { useLatest } from '../../shared/ui/useLatest.ts';
import { type ChosenSlot, chosenSlots, inSections } from './chosen-slots.ts';
import { ToolPanel } from './ToolPanel.tsx';
import { toggleTool } from './tools.ts';

/** The patterns of every part in small; a press lays one into the chosen slots, in the place of what its part plays there. */
export function PatternsPanel() {
  const now = useSong();
  const pressed = useSessionFields('slot', 'slots');
  const [{ document, choice }, near] = useCalm(
    useMemo(() => ({ document: now, choice: pressed }), [now, pressed]),
  );
  return (
    <Box {...near} sx={{ display: 'contents' }}>
      <PatternsOf document={document} chosen={chosenSlots(document, choice)} />
    </Box>
  );
}

function PatternsOf({ document, chosen }: { document: SongDocument; chosen: readonly ChosenSlot[] }) {
  const edit = useEdit();
  const slots = inSections(chosen);
  const lay = useLatest((part: Id, pattern: Id) =>
    edit((song) => setSlotPattern(song, slots, part, pattern)),
  );
  return (
    <ToolPanel
      name="Patterns"
      title={slots.length ? `For ${counted(slots.length, 'chosen slot')}` : 'Choose a slot for them'}
      onClose={() => toggleTool('patterns')}
    >
      {indexOf(document).parts.map((part) => (
        <Group key={part.id} title={part.name}>
          <OfPart {...{ document, part, chosen }} onLay={lay} />
        </Group>
      ))}
    </ToolPanel>
  );
}

function OfPart({
  document,
  part,
  chosen,
  onLay,
}: {
  document: SongDocument;
  part: Part;
  chosen: readonly ChosenSlot[];
  onLay: (part: Id, pattern: Id) => void;
}) {
  const played = new Set(chosen.map(({ slot }) => mainLayer(document, slot, part.id)?.pattern));
  return familyOrder(indexOf(document), part.id).map(({ pattern: { id } }) => {
    const resolved = resolve(document, id);
    return (
      <OfPattern
        key={id}
        {...{ document, resolved, part: part.id, onLay }}
        meter={feelOf(document, resolved).meter}
        canLay={chosen.length > 0}
        isPlayed={played.size === 1 && played.has(id)}
      />
    );
  });
}

/** Drawn anew when its pattern sounds otherwise or is played otherwise, not at every edit of the song. */
const OfPattern = memo(
  function OfPattern({
    document,
    resolved,
    part,
    meter,
    canLay,
    isPlayed,
    onLay,
  }: {
    document: SongDocument;
    resolved: ResolvedPattern;
    part: Id;
    meter: Meter;
    /** True while a slot is chosen. */
    canLay: boolean;
    /** True for a pattern that its part plays through all chosen slots. */
    isPlayed: boolean;
    /** Lays a pattern of the part; the same function at every drawing. */
    onLay: (part: Id, pattern: Id) => void;
  }) {
    const { pattern } = resolved;
    return (
      <Button
        variant="text"
        fullWidth
        disabled={!canLay}
        aria-pressed={isPlayed}
        onClick={() => onLay(part, pattern.id)}
        sx={{
          display: 'block',
          textAlign: 'left',
          px: 1,
          py: 0.5,
          mb: 0.25,
          color: color('ink'),
          border: `1px solid ${isPlayed ? color('plum') : 'transparent'}`,
          background: isPlayed ? color('wash') : 'transparent',
        }}
      >
        <PatternFace
          index={indexOf(document)}
          {...{ resolved, meter }}
          about={`${pattern.role === 'groove' ? '' : `${pattern.role} · `}${lengthName(pattern.length, meter)}`}
        />
      </Button>
    );
  },
  (before, after) =>
    before.resolved === after.resolved &&
    before.meter === after.meter &&
    before.canLay === after.canLay &&
    before.isPlayed === after.isPlayed,
);
