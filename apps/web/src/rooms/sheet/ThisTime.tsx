import { Box } from '@mui/material';
import { sectionLength } from '@plucky/core/form';
import { intensityAt, setIntensity, toggleOccurrenceVoice } from '@plucky/core/play';
import { indexOf, INTENSITIES, type Intensity, INTENSITY_RANGE } from '@plucky/core/song';
import { useEdit } from '../../document/context.tsx';
import { Amount } from '../../shared/ui/Amount.tsx';
import { Choice } from '../../shared/ui/Choices.tsx';
import { Group } from '../../shared/ui/Group.tsx';
import { drumRows } from './drum-rows.ts';
import { INTENSITY_LOOK } from './intensity-look.ts';
import type { PlacedSection } from './PlacedSection.ts';

/** Deviations of one occurrence of a section from the section as written. */
export function ThisTime({ document, occurrence, section }: PlacedSection) {
  const edit = useEdit();
  const length = sectionLength(section) * occurrence.times;
  const ends = [
    { name: 'at the start', at: 0 },
    { name: 'at the end', at: length },
  ];
  const set = (kind: Intensity, at: number, percent: number, gesture: string) =>
    edit((now) => {
      const form = indexOf(now).song.form;
      const points = form.find(({ id }) => id === occurrence.id)?.[kind] ?? [];
      const kept = points.filter((point) => point.at > 0 && point.at < length);
      const said = ends.map((end) => ({
        at: end.at,
        percent: end.at === at ? percent : Math.round(intensityAt(points, end.at)),
      }));
      return setIntensity(now, occurrence.id, kind, [...kept, ...said]);
    }, gesture);
  return (
    <Group title="Only here, at this place of the form">
      {INTENSITIES.map((kind) =>
        ends.map((end) => {
          const value = Math.round(intensityAt(occurrence[kind], end.at));
          const [min, max] = INTENSITY_RANGE[kind];
          return (
            <Amount
              key={`${kind} ${end.name}`}
              label={`${INTENSITY_LOOK[kind].name} ${end.name}`}
              {...{ value, min, max }}
              text={`${value} %`}
              onChange={(percent, gesture) => set(kind, end.at, percent, gesture)}
            />
          );
        }),
      )}
      <Box role="group" aria-label="Silent here" sx={{ display: 'flex', gap: 0.5, flexWrap: 'wrap' }}>
        {drumRows(document).map((voice) => (
          <Choice
            key={voice.id}
            chosen={occurrence.silencedVoices.includes(voice.id)}
            title={`Silence ${voice.name} here`}
            onClick={() => edit((now) => toggleOccurrenceVoice(now, occurrence.id, voice.id))}
          >
            {voice.name}
          </Choice>
        ))}
      </Box>
    </Group>
  );
}
