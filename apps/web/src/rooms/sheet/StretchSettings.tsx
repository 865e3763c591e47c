import { Box, Button, Typography } from '@mui/material';
import { occurrencePlaces } from '@plucky/core/form';
import { indexOf, type Occurrence, type SongDocument } from '@plucky/core/song';
import { counted, figure } from '@plucky/core/time';
import { useSheet } from '../../session/sheet.ts';
import { setReach, useSession } from '../../session/store.ts';
import { withKeys } from '../../shared/keys/command.ts';
import { color, SERIF, TEXT } from '../../shared/ui/tokens.ts';
import { FORM_COMMANDS } from './sheet-commands.ts';
import { useFormDeeds } from './useFormDeeds.ts';

/** A stretch of the form that is chosen over several sections, and the deeds on it. */
export function StretchSettings({
  document,
  chosen,
}: {
  document: SongDocument;
  /** At least two. */
  chosen: readonly Occurrence[];
}) {
  const { form } = indexOf(document).song;
  const deeds = useFormDeeds();
  const copied = useSheet((session) => session.copiedSections.length);
  const loop = () => {
    setReach('sheet', 'section');
    useSession.setState(({ loops }) => ({ loops: { ...loops, section: true } }));
  };
  return (
    <Box component="section" aria-label="Chosen sections" sx={{ mb: 1.5 }}>
      <Typography sx={{ fontSize: TEXT.note, color: color('soft') }}>
        {barsInWords(document, chosen)}
      </Typography>
      <Typography sx={{ fontFamily: SERIF, fontWeight: 600, fontSize: TEXT.title, mb: 1.25 }}>
        {counted(chosen.length, 'section')} chosen
      </Typography>
      <Box sx={{ display: 'flex', gap: 0.75, flexWrap: 'wrap' }}>
        <Button title={withKeys('The same sections, after these', FORM_COMMANDS.again)} onClick={deeds.again}>
          Play again after
        </Button>
        <Button title="The chosen sections go round when they are played" onClick={loop}>
          Loop them
        </Button>
        <Button
          title={withKeys('Earlier in the form', FORM_COMMANDS.move)}
          disabled={chosen[0] === form[0]}
          onClick={() => deeds.move(-1)}
        >
          Earlier
        </Button>
        <Button
          title={withKeys('Later in the form', FORM_COMMANDS.move)}
          disabled={chosen.at(-1) === form.at(-1)}
          onClick={() => deeds.move(1)}
        >
          Later
        </Button>
        <Button title={withKeys('Copy', FORM_COMMANDS.copy)} onClick={deeds.copy}>
          Copy
        </Button>
        {copied > 0 && (
          <Button
            title={withKeys('Play what was copied after these', FORM_COMMANDS.paste)}
            onClick={deeds.paste}
          >
            Paste {counted(copied, 'section')}
          </Button>
        )}
        <Button
          variant="text"
          title={withKeys('Undo brings them back', FORM_COMMANDS.remove)}
          onClick={deeds.remove}
        >
          Remove sections
        </Button>
      </Box>
    </Box>
  );
}

function barsInWords(document: SongDocument, chosen: readonly Occurrence[]): string {
  const places = occurrencePlaces(document).filter(({ occurrence }) => chosen.includes(occurrence));
  const [first, last] = [places[0], places.at(-1)];
  if (!first || !last) return '';
  return `${first.section.name} to ${last.section.name} · bars ${figure(first.firstBar)} to ${figure(last.firstBar + last.lasts - 1)}`;
}
