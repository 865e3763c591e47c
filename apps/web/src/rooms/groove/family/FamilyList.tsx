import AddIcon from '@mui/icons-material/Add';
import { Box, IconButton } from '@mui/material';
import { usage } from '@plucky/core/form';
import { familyOrder, feelOf, newPattern, resolve, unusedName } from '@plucky/core/pattern';
import { type Id, indexOf, type Part, type SongDocument, type SongIndex } from '@plucky/core/song';
import { barTicks } from '@plucky/core/time';
import { memo, useDeferredValue } from 'react';
import { useEdit, useSong } from '../../../document/context.tsx';
import { choosePattern, openPanel, proposeParent } from '../../../session/groove.ts';
import { DragArea } from '../../../shared/drag/DragArea.tsx';
import { freshId } from '../../../shared/fresh-id.ts';
import { withKeys } from '../../../shared/keys/command.ts';
import { stepMarked } from '../../../shared/keys/step-marked.ts';
import { Heading } from '../../../shared/ui/Group.tsx';
import { later } from '../../../shared/ui/later.tsx';
import { QuietButton } from '../../../shared/ui/QuietButton.tsx';
import { color } from '../../../shared/ui/tokens.ts';
import { PATTERN_COMMANDS } from '../actions/groove-commands.ts';
import { PatternEntry } from './PatternEntry.tsx';

const AddPart = later(async () => (await import('./PartChoices.tsx')).AddPart);
const RemovePart = later(async () => (await import('./PartChoices.tsx')).RemovePart);

/** The patterns of every part, each under the one that it follows. */
export function FamilyList() {
  return <Families document={useDeferredValue(useSong())} />;
}

const Families = memo(function Families({ document }: { document: SongDocument }) {
  const index = indexOf(document);
  return (
    <Box
      component="aside"
      aria-label="Patterns"
      onKeyDown={stepMarked}
      sx={{
        overflow: 'auto',
        maxHeight: { xs: 240, md: 'none' },
        borderRight: `1px solid ${color('line')}`,
        p: 1.75,
        pt: 1.25,
      }}
    >
      <DragArea<Id> onDrop={(pattern, onto) => proposeParent(pattern.value, onto.value)}>
        {index.parts.map((part) => (
          <PartFamily key={part.id} document={document} index={index} part={part} />
        ))}
      </DragArea>
      <AddPart />
    </Box>
  );
});

function PartFamily({ document, index, part }: { document: SongDocument; index: SongIndex; part: Part }) {
  const edit = useEdit();
  const uses = usage(document);
  const own = index.patternsOf(part.id);
  const canGo =
    part.type === 'notes' &&
    own.every((one) => !uses.get(one.id) && !Object.keys(one.own).length && !one.fromRow);
  const add = () => {
    const id = freshId();
    const length = 2 * barTicks(index.song.meter);
    const name = unusedName(index, part.id, part.type === 'drums' ? 'Groove' : 'Line');
    if (edit((now) => newPattern(now, { part: part.id, id, name, length }))) choosePattern(id);
  };
  return (
    <Box sx={{ mb: 2 }}>
      <Box sx={{ display: 'flex', alignItems: 'center', justifyContent: 'space-between', gap: 1 }}>
        <Heading>{part.name}</Heading>
        <Box sx={{ flex: 1 }} />
        {canGo && <RemovePart part={part} />}
        <QuietButton
          title={withKeys('Grooves and lines to begin with, and your own', PATTERN_COMMANDS.shelf)}
          onClick={() => openPanel('shelf')}
        >
          Shelf…
        </QuietButton>
        <IconButton
          title={`New ${part.name.toLowerCase()} pattern that follows nothing`}
          size="small"
          aria-label={`New ${part.name.toLowerCase()} pattern`}
          onClick={add}
        >
          <AddIcon fontSize="small" />
        </IconButton>
      </Box>
      {familyOrder(index, part.id).map(({ pattern, depth }) => {
        const resolved = resolve(document, pattern.id);
        return (
          <PatternEntry
            key={pattern.id}
            index={index}
            resolved={resolved}
            meter={feelOf(document, resolved).meter}
            uses={uses.get(pattern.id) ?? 0}
            depth={depth}
          />
        );
      })}
    </Box>
  );
}
