import { Box, Button, Menu, MenuItem, styled } from '@mui/material';
import { editSong, indexOf } from '@plucky/core/song';
import { useState } from 'react';
import { useEdit, useSong } from '../../document/context.tsx';
import { useSheet } from '../../session/sheet.ts';
import { withKeys } from '../../shared/keys/command.ts';
import { Choice, Choices } from '../../shared/ui/Choices.tsx';
import { later } from '../../shared/ui/later.tsx';
import { PopoverButton } from '../../shared/ui/PopoverButton.tsx';
import { Select } from '../../shared/ui/Select.tsx';
import { AddSection } from './AddSection.tsx';
import { useDressing } from './dress-session.ts';
import { SHEET_COMMANDS } from './sheet-commands.ts';
import { useHolding } from './target/target-session.ts';
import { toggleTool, type Tool } from './tools.ts';

const PrintedSheet = later(async () => (await import('./paper/PrintedSheet.tsx')).PrintedSheet);

const PHRASES = [2, 4, 8] as const;

/** The tools of the sheet in three groups: to add, to show, and to work. */
export function SheetTools({
  showsCourse,
  onCourse,
}: {
  showsCourse: boolean;
  onCourse: (shown: boolean) => void;
}) {
  const open = useOpenTools();
  const hasForm = indexOf(useSong()).song.form.length > 0;
  return (
    <Groups>
      {!open.perform && <AddSection isNext={hasForm && !Object.values(open).some(Boolean)} />}
      <PopoverButton name="Show" text="Show" paper={{ mt: 0.5, width: 240 }}>
        <ToShow {...{ showsCourse, onCourse }} />
      </PopoverButton>
      <Work open={open} />
    </Groups>
  );
}

const Groups = styled('div')({ display: 'flex', flexWrap: 'wrap', gap: 20, alignItems: 'center' });

/** Parts, bars a line and energy: the song as the sheet shows it. */
function ToShow({ showsCourse, onCourse }: { showsCourse: boolean; onCourse: (shown: boolean) => void }) {
  const edit = useEdit();
  const { song, parts } = indexOf(useSong());
  const partSeen = useSheet(({ partSeen }) => (parts.some(({ id }) => id === partSeen) ? partSeen : null));
  return (
    <Box sx={{ display: 'grid', gap: 1, justifyItems: 'start' }}>
      {parts.length > 1 && (
        <Select
          fullWidth
          label="Parts that are drawn"
          value={partSeen ?? ''}
          options={[
            { value: '', label: 'All parts' },
            ...parts.map(({ id, name }) => ({ value: id, label: name })),
          ]}
          onChange={(part) => useSheet.setState({ partSeen: part || null })}
        />
      )}
      <Choices
        title="Bars a line"
        value={song.phraseBars}
        options={PHRASES.map((n) => ({ value: n, label: `${n} bars` }))}
        onChange={(phraseBars) => edit((document) => editSong(document, { phraseBars }, 'phrase length'))}
      />
      <Choice
        chosen={showsCourse}
        title="Loudness and hits of every bar, and where the song sags"
        onClick={() => onCourse(!showsCourse)}
      >
        Energy
      </Choice>
    </Box>
  );
}

const WORK: readonly { readonly tool: Tool; readonly words: string; readonly title: string }[] = [
  {
    tool: 'patterns',
    words: 'Patterns',
    title: withKeys('Lay a pattern into the chosen slots by one press', SHEET_COMMANDS.patterns),
  },
  { tool: 'dress', words: 'Fill the gaps', title: 'A plan for the phrases without a fill' },
  {
    tool: 'target',
    words: 'Target',
    title: 'How near the song is to a part of a file or of another song, and what differs',
  },
  {
    tool: 'perform',
    words: 'Perform',
    title: 'Cue sections and patterns by keys, and take what was played as slots',
  },
];

/** The tools of the sheet that stand beside it, each open or not. */
function useOpenTools(): Readonly<Record<Tool, boolean>> {
  return {
    patterns: useSheet((session) => session.patternsShown),
    dress: useDressing((one) => one.isOpen),
    target: useHolding((one) => one.isOpen),
    perform: useSheet((session) => session.performing),
  };
}

/** Work on the whole song; while one of it goes on the button says so. */
function Work({ open }: { open: Readonly<Record<Tool, boolean>> }) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const close = () => setAnchor(null);
  return (
    <>
      <Button aria-haspopup="menu" onClick={(event) => setAnchor(event.currentTarget)}>
        {WORK.find(({ tool }) => open[tool])?.words ?? 'Work'}
      </Button>
      <Menu open={anchor !== null} anchorEl={anchor} onClose={close}>
        {WORK.map(({ tool, words, title }) => (
          <MenuItem
            key={tool}
            role="menuitemcheckbox"
            aria-checked={open[tool]}
            selected={open[tool]}
            title={title}
            onClick={() => {
              close();
              toggleTool(tool);
            }}
          >
            {words}
          </MenuItem>
        ))}
        <MenuItem
          title="All of the sheet on paper, or as a PDF"
          onClick={() => {
            close();
            window.print();
          }}
        >
          Print…
        </MenuItem>
      </Menu>
      <PrintedSheet />
    </>
  );
}
