import { Button, TextField, Typography } from '@mui/material';
import {
  apply,
  barTicks,
  beatTicks,
  indexOf,
  isChange,
  isRefusal,
  lengthName,
  makeFill,
  plainLayer,
  resolve,
  TRAVELS,
  type Section,
  type SongDocument,
  type Travel,
  unusedName,
} from '@plucky/core';
import { useEffect, useMemo, useState } from 'react';
import { useEdit } from '../../../document/context.tsx';
import { freshId, freshSeed } from '../../../document/ids.ts';
import { choosePattern, openPanel } from '../../../session/store.ts';
import { setPreview } from '../../../transport/preview.ts';
import { Amount, Choices, Seed } from '../../../ui/parts.tsx';
import { color } from '../../../ui/tokens.ts';
import { FillPicture } from './FillPicture.tsx';
import { SidePanel } from '../SidePanel.tsx';
import type { PatternView } from '../view.ts';

const TRAVEL_NAMES: Readonly<Record<Travel, string>> = {
  down: 'Down the drums',
  up: 'Up the drums',
  'snare first': 'Snare first',
  answers: 'Answers',
  anywhere: 'Anywhere',
};

const PREVIEW_ID = 'fill-preview';

/** Makes a fill for the end of the groove in view: seen and heard in its place before it is kept. */
export function FillPanel({ view }: { view: PatternView }) {
  const { document } = view;
  const edit = useEdit();
  const groove = view.resolved.pattern;
  const [bar, beat] = [barTicks(view.meter), beatTicks(view.meter)];
  const usual = Math.min(groove.length, beat * Math.min(2, view.meter.beats));
  const [takeOver, setTakeOver] = useState(usual);
  const [travel, setTravel] = useState<Travel>('down');
  const [busy, setBusy] = useState(70);
  const [seed, setSeed] = useState(freshSeed);
  const [name, setName] = useState(() =>
    unusedName(indexOf(document), groove.part, `${groove.name.slice(0, 66)} fill`),
  );

  const made = useMemo(
    () => makeFill(document, groove.id, { takeOver, travel, busy, seed }, PREVIEW_ID, 'Fill'),
    [document, groove.id, takeOver, travel, busy, seed],
  );
  const withFill = useMemo(() => (isChange(made) ? apply(document, made).document : null), [document, made]);

  useEffect(() => {
    if (!withFill) return;
    setPreview({
      document: inContext(withFill, groove.id),
      scope: { kind: 'section', section: CONTEXT_ID },
      title: 'The fill in context, looping',
      detail: `${groove.name}, the fill, then its first bar again`,
    });
    return () => setPreview(null);
  }, [withFill, groove]);

  const lengths = [...new Set([beat, 2 * beat, 3 * beat, bar, 2 * bar])].filter(
    (ticks) => ticks <= groove.length,
  );
  const keep = () => {
    const id = freshId();
    const kept = edit((now) =>
      makeFill(now, groove.id, { takeOver, travel, busy, seed }, id, name.trim() || 'Fill'),
    );
    if (!kept) return;
    choosePattern(id);
  };
  return (
    <SidePanel label="Fill the end" about={`From ${groove.name}`} title="Fill the end">
      <Choices
        title="Takes over the last"
        value={takeOver}
        options={lengths.map((ticks) => ({ value: ticks, label: lengthName(ticks, view.meter) }))}
        onChange={setTakeOver}
      />
      <Choices
        title="Travels"
        value={travel}
        options={TRAVELS.map((one) => ({ value: one, label: TRAVEL_NAMES[one] }))}
        onChange={setTravel}
      />
      <Amount label="Busy" value={busy} min={10} max={100} text={`${busy} %`} onChange={setBusy} />
      {withFill ? (
        <FillPicture document={withFill} pattern={PREVIEW_ID} takeOver={takeOver} />
      ) : (
        <Typography role="alert" sx={{ fontSize: 13, color: color('warn') }}>
          {made && isRefusal(made) ? made.reason : 'Nothing to fill.'}
        </Typography>
      )}
      <Seed value={seed} onAnother={() => setSeed(freshSeed())} />
      <TextField
        size="small"
        fullWidth
        label="Name"
        value={name}
        onChange={(event) => setName(event.target.value)}
        slotProps={{ htmlInput: { maxLength: 80 } }}
        sx={{ mb: 1.5 }}
      />
      <Button
        variant="contained"
        color="primary"
        fullWidth
        disabled={!withFill}
        onClick={keep}
        sx={{ mb: 0.75 }}
      >
        Keep as a pattern
      </Button>
      <Button variant="text" fullWidth onClick={() => openPanel('chosen')}>
        Close without keeping
      </Button>
    </SidePanel>
  );
}

const CONTEXT_ID = 'fill-context';

/** The groove, then the fill at its end, then the landing bar, as a section of its own. */
function inContext(document: SongDocument, groove: string): SongDocument {
  const { pattern, meter } = resolve(document, groove);
  const fill = resolve(document, PREVIEW_ID).pattern;
  const bar = Math.min(pattern.length, barTicks(meter ?? indexOf(document).song.meter));
  const before = pattern.length - fill.length;
  const slot = (id: string, length: number, layered: string) => ({
    id,
    length,
    layers: [plainLayer(layered)],
  });
  const section: Section = {
    id: CONTEXT_ID,
    kind: 'section',
    name: 'Fill in context',
    role: 'verse',
    slots: [
      ...(before > 0 ? [slot('before', before, groove)] : [slot('before', pattern.length, groove)]),
      slot('fill', fill.length, PREVIEW_ID),
      slot('landing', bar, groove),
    ],
  };
  return apply(document, { label: 'preview', put: [section], remove: [] }).document;
}
