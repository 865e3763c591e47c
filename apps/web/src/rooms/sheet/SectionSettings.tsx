import RemoveIcon from '@mui/icons-material/DeleteOutlined';
import LaterIcon from '@mui/icons-material/EastOutlined';
import EarlierIcon from '@mui/icons-material/WestOutlined';
import { Box, Button } from '@mui/material';
import {
  moveOccurrences,
  playAgain,
  playAsFollower,
  removeOccurrences,
  renameSection,
  SECTION_NAMES,
  sectionMeter,
  setSectionMeter,
  setSectionRole,
  setSectionTempo,
  setTimes,
} from '@plucky/core/form';
import { SECTION_ROLES } from '@plucky/core/song';
import { indexOf } from '@plucky/core/song';
import { meterName } from '@plucky/core/time';
import { memo } from 'react';
import { useEdit } from '../../document/context.tsx';
import { chooseOccurrence, useSession } from '../../session/store.ts';
import { freshId } from '../../shared/fresh-id.ts';
import { Deed } from '../../shared/ui/Deed.tsx';
import { Fold } from '../../shared/ui/Fold.tsx';
import { Group } from '../../shared/ui/Group.tsx';
import { NameField } from '../../shared/ui/NameField.tsx';
import { Select } from '../../shared/ui/Select.tsx';
import { FollowSettings } from './FollowSettings.tsx';
import { InAllPlaces } from './InAllPlaces.tsx';
import { OpensWith } from './OpensWith.tsx';
import { OwnMeter } from './OwnMeter.tsx';
import { OwnTempo } from './OwnTempo.tsx';
import type { PlacedSection } from './PlacedSection.ts';
import { SectionChords } from './SectionChords.tsx';
import { onlyHereWords, sectionChordsWords, sectionTimeWords } from './slot-fold-words.ts';
import { ThisTime } from './ThisTime.tsx';

/** A section and its place in the form: folded away while a slot of it is what is set. */
export const SectionSettings = memo(function SectionSettings(place: PlacedSection) {
  const isSlotChosen = useSession((session) => session.slot !== null);
  const settings = <Settings {...place} />;
  if (!isSlotChosen) return settings;
  return (
    <Fold title="Section" says={place.section.name}>
      {settings}
    </Fold>
  );
});

function Settings({ document, occurrence, section }: PlacedSection) {
  const edit = useEdit();
  const { song } = indexOf(document);
  const { form } = song;
  const place = form.indexOf(occurrence);
  const again = () => {
    const id = freshId();
    if (edit((now) => playAgain(now, section.id, id, occurrence.id))) chooseOccurrence(id);
  };
  const follow = () => {
    const id = freshId();
    const ids = { section: freshId(), occurrence: id };
    if (edit((now) => playAsFollower(now, section.id, ids, occurrence.id))) chooseOccurrence(id);
  };
  const move = (by: number) => edit((now) => moveOccurrences(now, [occurrence.id], place + by));
  const remove = () => {
    if (edit((now) => removeOccurrences(now, [occurrence.id])))
      chooseOccurrence(form[place - 1]?.id ?? form[place + 1]?.id ?? null);
  };
  return (
    <Box>
      <Group title="Section">
        <NameField
          value={section.name}
          label="Name of the section"
          size={17}
          onChange={(name) => edit((now) => renameSection(now, section.id, name))}
        />
        <InAllPlaces document={document} section={section} occurrence={occurrence.id} />
        <Box sx={{ display: 'flex', gap: 1, mt: 1.25, mb: 1.25 }}>
          <Select
            label="Role"
            value={section.role}
            options={SECTION_ROLES.map((role) => ({ value: role, label: SECTION_NAMES[role] }))}
            onChange={(role) => edit((now) => setSectionRole(now, section.id, role))}
            sx={{ flex: 1 }}
          />
          <Select
            label="Repeat"
            value={occurrence.times}
            options={[...new Set([1, 2, 3, 4, 6, 8, occurrence.times])].map((n) => ({
              value: n,
              label: `${n}×`,
            }))}
            onChange={(times) => edit((now) => setTimes(now, occurrence.id, times))}
            sx={{ width: 92 }}
          />
        </Box>
        <Box sx={{ display: 'flex', gap: 0.75, flexWrap: 'wrap', mb: 1.5 }}>
          <Button onClick={again}>Play again after</Button>
          <Button title="A section of its own that takes over every change made here" onClick={follow}>
            Follow it after
          </Button>
          <Deed name="Earlier" isOff={place === 0} onPress={() => move(-1)}>
            <EarlierIcon fontSize="small" />
          </Deed>
          <Deed name="Later" isOff={place === form.length - 1} onPress={() => move(1)}>
            <LaterIcon fontSize="small" />
          </Deed>
          <Deed name="Remove section" onPress={remove}>
            <RemoveIcon fontSize="small" />
          </Deed>
        </Box>
      </Group>
      <Fold
        title="Opens with"
        says={
          indexOf(document)
            .voice(section.opening?.voice ?? '')
            ?.name.toLowerCase() ?? 'none'
        }
      >
        <OpensWith {...{ document, occurrence, section }} />
      </Fold>
      <Fold title="Chords of the section" says={sectionChordsWords(section)}>
        <SectionChords document={document} section={section} />
      </Fold>
      <Fold title="Meter and tempo of the section" says={sectionTimeWords(section)}>
        <OwnMeter
          meter={section.meter}
          otherwise={`as the song, ${meterName(song.meter)}`}
          onChange={(meter) => edit((now) => setSectionMeter(now, section.id, meter))}
        />
        <OwnTempo
          tempo={section.tempo}
          otherwise="as the song"
          meter={sectionMeter(document, section)}
          onChange={(tempo) => edit((now) => setSectionTempo(now, section.id, tempo))}
        />
      </Fold>
      <FollowSettings {...{ document, occurrence, section }} />
      <Fold title="Only here" says={onlyHereWords(document, occurrence)}>
        <ThisTime document={document} occurrence={occurrence} section={section} />
      </Fold>
    </Box>
  );
}
