import { styled } from '@mui/material';
import { moveOccurrence } from '@plucky/core/form';
import { editSong, type Id, indexOf, type SectionRole } from '@plucky/core/song';
import { figure } from '@plucky/core/time';
import { memo, useState } from 'react';
import { useEdit } from '../../document/context.tsx';
import { useSheet } from '../../session/sheet.ts';
import { useSession } from '../../session/store.ts';
import { DragArea } from '../../shared/drag/DragArea.tsx';
import { useCarried } from '../../shared/drag/useCarried.ts';
import { withKeys } from '../../shared/keys/command.ts';
import { Choice } from '../../shared/ui/Choices.tsx';
import { later } from '../../shared/ui/later.tsx';
import { Select } from '../../shared/ui/Select.tsx';
import { color, TEXT } from '../../shared/ui/tokens.ts';
import { AddSection } from './AddSection.tsx';
import { toggleDress, useDressing } from './dress-session.ts';
import type { FormViewProps, SheetView } from './form-view.ts';
import { SongMap } from './map/SongMap.tsx';
import { togglePerform } from './perform/perform-session.ts';
import { roleTint } from './role-tint.ts';
import { SHEET_COMMANDS } from './sheet-commands.ts';
import { toggleTarget, useHolding } from './target/target-session.ts';
import { togglePatterns } from './toggle-patterns.ts';

const PrintButton = later(async () => (await import('./paper/PrintButton.tsx')).PrintButton);
/** Fetched when it is first asked for: the charts weigh more than the rest of the room. */
const Course = later(async () => (await import('./Course.tsx')).Course);

const PHRASES = [2, 4, 8] as const;
/** Width of a bar of the form, and least width of a section, in px. */
const [BAR_WIDTH, LEAST_WIDTH] = [5, 52];

/** The form of the song as a band of its sections, each as wide as it is long; drag one to another place. */
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
  const chosen = useSession((session) => session.occurrence);
  return (
    <Top>
      <Bar>
        <Band role="group" aria-label="Form">
          <DragArea<Id>
            onDrop={(held, onto) =>
              edit((document) =>
                moveOccurrence(
                  document,
                  held.value,
                  places.findIndex(({ occurrence }) => occurrence.id === onto.value),
                ),
              )
            }
          >
            {places.map(({ occurrence, section, lasts, firstBar }) => (
              <SectionBlock
                key={occurrence.id}
                occurrence={occurrence.id}
                name={section.name}
                role={section.role}
                times={occurrence.times}
                bars={lasts}
                firstBar={firstBar}
                chosen={occurrence.id === chosen}
                onGoTo={onGoTo}
              />
            ))}
          </DragArea>
        </Band>
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
                Course
              </Choice>
              <Choice chosen={isDressing} title="A plan for the phrases that end bare" onClick={toggleDress}>
                Dress
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

const Band = styled('div')({
  flex: '1 1 600px',
  minWidth: 0,
  display: 'flex',
  gap: 2,
  overflowX: 'auto',
  scrollbarWidth: 'thin',
  '& button': {
    flex: '1 0 auto',
    padding: '3px 7px',
    textAlign: 'left',
    font: 'inherit',
    color: 'inherit',
    cursor: 'pointer',
    border: `1px solid ${color('strong')}`,
    borderRadius: 8,
    overflow: 'hidden',
    whiteSpace: 'nowrap',
  },
  '& button.chosen': { borderColor: color('plum'), background: color('wash') },
  '& .name': {
    display: 'block',
    fontSize: TEXT.note,
    fontWeight: 600,
    overflow: 'hidden',
    textOverflow: 'ellipsis',
  },
  // The bar is read from the title; a name is what a section is called by.
  '& button::after': {
    content: 'attr(data-bar) / ""',
    display: 'block',
    fontSize: TEXT.tiny,
    color: color('soft'),
  },
});

const SectionBlock = memo(function SectionBlock({
  occurrence,
  name,
  role,
  times,
  bars,
  firstBar,
  chosen,
  onGoTo,
}: {
  occurrence: Id;
  name: string;
  role: SectionRole;
  times: number;
  /** Length, repeats counted, and first bar in the song. */
  bars: number;
  firstBar: number;
  chosen: boolean;
  onGoTo: (occurrence: Id) => void;
}) {
  const { isOver, handles } = useCarried<Id>(`occurrence ${occurrence}`, {
    kind: 'section',
    name,
    value: occurrence,
  });
  const width = Math.max(LEAST_WIDTH, bars * BAR_WIDTH);
  return (
    <button
      type="button"
      {...handles}
      className={chosen || isOver ? 'chosen' : ''}
      data-bar={figure(firstBar)}
      title={`${name}, from bar ${figure(firstBar)}`}
      aria-pressed={chosen}
      onClick={() => onGoTo(occurrence)}
      style={{ width, flexGrow: width, ...(chosen ? {} : { background: roleTint(role) }) }}
    >
      <span className="name">
        {name}
        {times > 1 ? ` ×${times}` : ''}
      </span>
    </button>
  );
});
