import { styled } from '@mui/material';
import { memo, useState } from 'react';
import { useSheet } from '../../session/sheet.ts';
import { later } from '../../shared/ui/later.tsx';
import { color } from '../../shared/ui/tokens.ts';
import type { FormViewProps, SheetView } from './form-view.ts';
import { FormSections } from './FormSections.tsx';
import { SongMap } from './map/SongMap.tsx';
import { SheetTools } from './SheetTools.tsx';

/** Fetched when it is first asked for: the charts weigh more than the rest of the room. */
const Course = later(async () => (await import('./Course.tsx')).Course);

/** The form of the song over the sheet, with the tools of the sheet, the map and the course. */
export const FormBar = memo(function FormBar({
  document,
  places,
  lines,
  scroller,
  onGoTo,
}: FormViewProps & SheetView) {
  const isPerforming = useSheet((session) => session.performing);
  const [showsCourse, setShowsCourse] = useState(false);
  return (
    <Top>
      <Bar>
        <FormSections {...{ document, places, onGoTo }} />
        <SheetTools showsCourse={showsCourse} onCourse={setShowsCourse} />
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
