import { Box, Button, Typography } from '@mui/material';
import { type Fate, type Holds, holdsOf, namesOf, removePattern } from '@plucky/core/pattern';
import { indexOf } from '@plucky/core/song';
import { counted, plural } from '@plucky/core/time';
import { useState } from 'react';
import { useEdit } from '../../../document/context.tsx';
import { choosePattern } from '../../../session/groove.ts';
import { Choices } from '../../../shared/ui/Choices.tsx';
import { color, TEXT } from '../../../shared/ui/tokens.ts';
import type { PatternView } from '../pattern-view.ts';

/** Removes the pattern, after saying what happens to what follows it and to the slots that play it. */
export function RemoveChoice({ view }: { view: PatternView }) {
  const edit = useEdit();
  const [asked, setAsked] = useState(false);
  const [fate, setFate] = useState<Fate>({ followers: 'independent', slots: 'silent' });
  const { pattern } = view.resolved;
  const index = indexOf(view.document);
  const holds = holdsOf(view.document, pattern.id);
  const parent = pattern.parent ? index.pattern(pattern.parent) : undefined;
  const remove = () => {
    const left =
      parent ??
      index.patternsOf(pattern.part).find((one) => one.id !== pattern.id) ??
      index.parts.flatMap((part) => index.patternsOf(part.id)).find((one) => one.id !== pattern.id);
    if (edit((now) => removePattern(now, pattern.id, fate)) && left) choosePattern(left.id);
  };
  const isHeld = holds.followers.length + holds.rowFollowers.length + holds.sections.length > 0;
  if (!asked)
    return (
      <Button
        variant="text"
        sx={{ ml: -1 }}
        onClick={() => (isHeld ? setAsked(true) : remove())}
        title={
          isHeld ? 'Says first what happens to what hangs on it' : 'Nothing follows it and no slot plays it'
        }
      >
        {isHeld ? 'Remove this pattern…' : 'Remove this pattern'}
      </Button>
    );
  return (
    <Box
      // The question is at the end of the panel, so it is brought into view.
      ref={bringIntoView}
      role="group"
      aria-label={`Remove ${pattern.name}`}
      sx={{ border: `1px solid ${color('strong')}`, borderRadius: '10px', p: 1.25 }}
    >
      {holds.followers.length > 0 && (
        <>
          <Typography sx={{ fontSize: TEXT.plain, mb: 0.5 }}>
            {followersWords(holds)} They sound as now and
          </Typography>
          <Choices
            title="What its followers do"
            value={fate.followers}
            options={[
              { value: 'independent', label: 'follow nothing' },
              ...(parent ? [{ value: 'parent' as const, label: `follow ${parent.name}` }] : []),
            ]}
            onChange={(followers) => setFate({ ...fate, followers })}
          />
        </>
      )}
      {holds.rowFollowers.length > 0 && (
        <Typography sx={{ fontSize: TEXT.plain, mb: 0.5 }}>
          {namesOf(holds.rowFollowers)} {plural(holds.rowFollowers.length, 'follows', 'follow')} a row of it;
          what is played now becomes its own.
        </Typography>
      )}
      {holds.sections.length > 0 && (
        <>
          <Typography sx={{ fontSize: TEXT.plain, mb: 0.5 }}>{slotsWords(holds)} There</Typography>
          <Choices
            title="What its slots do"
            value={fate.slots}
            options={[
              { value: 'silent', label: 'the part is tacet' },
              ...(parent ? [{ value: 'parent' as const, label: `${parent.name} plays` }] : []),
            ]}
            onChange={(slots) => setFate({ ...fate, slots })}
          />
        </>
      )}
      <Box sx={{ display: 'flex', gap: 0.75 }}>
        <Button variant="contained" color="primary" onClick={remove}>
          Remove it
        </Button>
        <Button variant="text" onClick={() => setAsked(false)}>
          Keep it
        </Button>
      </Box>
    </Box>
  );
}

function bringIntoView(box: HTMLElement | null): void {
  box?.scrollIntoView({ block: 'end' });
}

function followersWords({ followers }: Holds): string {
  return `${namesOf(followers)} ${plural(followers.length, 'follows', 'follow')} it.`;
}

function slotsWords({ sections }: Holds): string {
  const slots = sections.reduce((sum, one) => sum + one.slots, 0);
  return `${counted(slots, 'slot plays', 'slots play')} it, in ${namesOf(sections.map((one) => one.section))}.`;
}
