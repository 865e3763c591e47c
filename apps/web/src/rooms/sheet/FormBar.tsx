import { styled } from '@mui/material';
import { editSong, indexOf } from '@plucky/core/song';
import { memo, useState } from 'react';
import { useEdit } from '../../document/context.tsx';
import { useSheet } from '../../session/sheet.ts';
import { withKeys } from '../../shared/keys/command.ts';
import { Choice } from '../../shared/ui/Choices.tsx';
import { later } from '../../shared/ui/later.tsx';
import { Select } from '../../shared/ui/Select.tsx';
import { color, TEXT } from '../../shared/ui/tokens.ts';
import { AddSection } from './AddSection.tsx';
import { toggleDress, useDressing } from './dress-session.ts';
import type { FormViewProps, SheetView } from './form-view.ts';
import { FormSections } from './FormSections.tsx';
import { SongMap } from './map/SongMap.tsx';
import { togglePerform } from './perform/perform-session.ts';
import { SHEET_COMMANDS } from './sheet-commands.ts';
import { toggleTarget, useHolding } from './target/target-session.ts';
import { togglePatterns } from './toggle-patterns.ts';

const PrintButton = later(async () => (await import('./paper/PrintButton.tsx')).PrintButton);
/** Fetched when it is first asked for: the charts weigh more than the rest of the room. */
const Course = later(async () => (await import('./Course.tsx')).Course);

const PHRASES = [2, 4, 8] as const;
/** The form of the song over the sheet, with the tools of the sheet, the map and the course. */
export const FormBar = memo(function FormBar({
  document,
  places,
  lines,
  scroller,
  onGoTo,
}: FormViewProps & SheetView) {
  const edit = useEdit();
  const { song, parts } = indexOf(document);
  const isDressing = useDressing((one) => one.isOpen);
  const isHeld = useHolding((one) => one.isOpen);
  const partSeen = useSheet(({ partSeen }) => (parts.some(({ id }) => id === partSeen) ? partSeen : null));
  const isPerforming = useSheet((session) => session.performing);
  const patternsShown = useSheet((session) => session.patternsShown);
  const [showsCourse, setShowsCourse] = useState(false);
  return (
    <Top>
      <Bar>
        <FormSections {...{ document, places, onGoTo }} />
        <Tools>
          {!isPerforming && (
            <>
              <AddSection />
              <Choice
                chosen={patternsShown && !isDressing && !isHeld}
                title={withKeys('Lay a pattern into the chosen slots by one press', SHEET_COMMANDS.patterns)}
                onClick={togglePatterns}
              >
                Patterns
              </Choice>
              <Choice
                chosen={showsCourse}
                title="Loudness and hits of every bar, and where the song sags"
                onClick={() => setShowsCourse(!showsCourse)}
              >
                Energy
              </Choice>
              <Choice chosen={isDressing} title="A plan for the phrases without a fill" onClick={toggleDress}>
                Fill the gaps
              </Choice>
              <Choice
                chosen={isHeld}
                title="How near the song is to a part of a file or of another song, and what differs"
                onClick={toggleTarget}
              >
                Target
              </Choice>
            </>
          )}
          <Choice
            chosen={isPerforming}
            title="Cue sections and patterns by keys, and take what was played as slots"
            onClick={togglePerform}
          >
            Perform
          </Choice>
          {parts.length > 1 && (
            <Select
              bare
              label="Parts that are drawn"
              value={partSeen ?? ''}
              options={[
                { value: '', label: 'All parts' },
                ...parts.map(({ id, name }) => ({ value: id, label: name })),
              ]}
              onChange={(part) => useSheet.setState({ partSeen: part || null })}
              sx={{ flex: 'none', '& .MuiSelect-select': { py: 0.6, fontSize: TEXT.plain } }}
            />
          )}
          <Select
            bare
            label="Bars a line"
            value={song.phraseBars}
            options={PHRASES.map((n) => ({ value: n, label: `${n} bars` }))}
            onChange={(phraseBars) => edit((document) => editSong(document, { phraseBars }, 'phrase length'))}
            sx={{ flex: 'none', '& .MuiSelect-select': { py: 0.6, fontSize: TEXT.plain } }}
          />
          {!isPerforming && <PrintButton />}
        </Tools>
      </Bar>
      <UnderForm>
        <SongMap {...{ document, places, lines, scroller }} />
      </UnderForm>
      {showsCourse && !isPerforming && <Course document={document} places={places} onGoTo={onGoTo} />}
    </Top>
  );
});

const Top = styled('div')({ position: 'sticky', top: 0, zIndex: 3 });

const UnderForm = styled('div')({ background: color('paper'), paddingBottom: 6 });

const Bar = styled('div')({
  display: 'flex',
  // Below the form where the tools would leave it little room.
  flexWrap: 'wrap',
  gap: 8,
  alignItems: 'center',
  padding: '8px 0',
  background: color('paper'),
});

const Tools = styled('div')({ display: 'flex', flexWrap: 'wrap', gap: 8, alignItems: 'center' });
