import { Box, Button, Typography } from '@mui/material';
import {
  addPartFor,
  followersFromShelf,
  fromShelf,
  resolve,
  soundingOf,
  unusedName,
} from '@plucky/core/pattern';
import { liveReference, referenceTo, shelfMeetings, tryFromShelf } from '@plucky/core/play';
import {
  apply,
  indexOf,
  inTurn,
  isChange,
  type Part,
  type Reference,
  type SongDocument,
} from '@plucky/core/song';
import { barTicks, isSameMeter, lengthName, meterName } from '@plucky/core/time';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { closeSnackbar } from 'notistack';
import { useMemo, useState } from 'react';
import { api, type ShelfItem } from '../../../api/client.ts';
import { useEdit } from '../../../document/context.tsx';
import { choosePattern } from '../../../session/groove.ts';
import { freshId } from '../../../shared/fresh-id.ts';
import { Choice } from '../../../shared/ui/Choices.tsx';
import { barShares, marksOf } from '../../../shared/ui/marks.ts';
import { Miniature } from '../../../shared/ui/Miniature.tsx';
import { notify } from '../../../shared/ui/notify.ts';
import { type Pick, PickList } from '../../../shared/ui/PickList.tsx';
import { QuietButton } from '../../../shared/ui/QuietButton.tsx';
import { color, TEXT } from '../../../shared/ui/tokens.ts';
import { usePreviewWhile } from '../../../transport/preview.ts';
import type { PatternView } from '../pattern-view.ts';
import { SidePanel } from '../SidePanel.tsx';

const ORDERS = ['as they stand', 'by the reference'] as const;
type Order = (typeof ORDERS)[number];

/** Patterns to begin with and of one's own: stepped through by keys, heard with the song's other part, then taken. */
export function ShelfPanel({ view }: { view: PatternView }) {
  const { data: items = [], error } = useQuery({ queryKey: ['shelf'], queryFn: api.shelf });
  // The choice holds for the part that was open then: beside another one its own kind is shown.
  const [wanted, setWanted] = useState<{ part: string; type: typeof view.part.type } | null>(null);
  const type = wanted?.part === view.part.id ? wanted.type : view.part.type;
  const setType = (next: typeof type) => setWanted({ part: view.part.id, type: next });
  const ofType = useMemo(() => items.filter((item) => item.pattern.type === type), [items, type]);
  return (
    <SidePanel label="Shelf" about="↑ ↓ to hear, Enter to take" title="The shelf" fills>
      <Box role="group" aria-label="Which patterns" sx={{ display: 'flex', gap: 0.75, mb: 1 }}>
        <Choice chosen={type === 'drums'} onClick={() => setType('drums')}>
          Grooves
        </Choice>
        <Choice chosen={type === 'notes'} onClick={() => setType('notes')}>
          Lines
        </Choice>
      </Box>
      {error && (
        <Typography role="alert" sx={{ fontSize: TEXT.plain, color: color('warn') }}>
          {error.message} The shelf could not be read; the song is as it was.
        </Typography>
      )}
      <PatternsOf key={type} document={view.document} type={type} ofType={ofType} />
    </SidePanel>
  );
}

/** The shelf's patterns of a type. */
function PatternsOf({
  document,
  type,
  ofType,
}: {
  document: SongDocument;
  type: Part['type'];
  ofType: readonly ShelfItem[];
}) {
  const edit = useEdit();
  const [order, setOrder] = useState<Order>('as they stand');
  const [chosen, setChosen] = useState<string | null>(null);
  // A pattern that the song has no part for is tried and taken with one.
  const [ids] = useState(() => ({ part: freshId(), voice: freshId() }));
  const home = useMemo(() => withPartFor(document, type, ids), [document, type, ids]);
  const reference = useMemo(() => heldAgainst(document), [document]);
  const ranked = useMemo(
    () => (reference && order === 'by the reference' ? byReference(home, ofType, reference) : null),
    [home, ofType, reference, order],
  );
  const shown = ranked?.map((one) => one.item) ?? ofType;
  const item = shown.find((one) => one.id === chosen) ?? null;

  useShelfPreview(home, item);

  const take = (one: ShelfItem, followers: ShelfItem['followers'] = []) => {
    const id = freshId();
    const index = indexOf(home);
    const part = index.parts.find((each) => each.type === one.pattern.type);
    const name = unusedName(index, part?.id ?? '', one.pattern.name);
    const taken = fromShelf(home, one.pattern, id, name);
    if (!taken) {
      notify('This song has no room for a part of its kind.', { variant: 'warning' });
      return;
    }
    const named = followers.map((each) => ({
      ...each,
      id: freshId(),
      name: unusedName(index, part?.id ?? '', each.pattern.name),
    }));
    const all = (now: SongDocument) =>
      inTurn(now, taken.change.label, [
        (then) => addPartFor(then, one.pattern.type, ids),
        () => taken.change,
        (then) => followersFromShelf(then, id, named),
      ]);
    if (!edit(all)) return;
    setChosen(null);
    choosePattern(id);
    if (taken.unmatched.length)
      notify(
        `No row for ${taken.unmatched.join(', ')}: their hits were left out. The kit can have the row.`,
        {
          variant: 'warning',
        },
      );
  };
  const picks = shown.map((one): Pick => ({
    key: one.id,
    name: one.pattern.name,
    about: `${ranked?.find((each) => each.item === one)?.words ?? aboutOf(one)}${one.own ? ' · yours' : ''}`,
    picture: <Small item={one} document={home} />,
    actions: (
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 1, mt: 0.5 }}>
        <Button variant="contained" color="primary" onClick={() => take(one)}>
          {home === document ? 'Take it' : `Take it, with ${type === 'drums' ? 'drums' : 'a bass'}`}
        </Button>
        {one.followers.length > 0 && (
          <Button
            title={one.followers.map(({ role, pattern }) => `${pattern.name}, its ${role}`).join('; ')}
            onClick={() => take(one, one.followers)}
          >
            With its fill
          </Button>
        )}
        {one.own && <TakeOff item={one} />}
      </Box>
    ),
  }));
  return (
    <>
      {reference && type === 'drums' && (
        <Box role="group" aria-label="Order" sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.75, mb: 1 }}>
          {ORDERS.map((one) => (
            <Choice key={one} chosen={one === order} onClick={() => setOrder(one)}>
              {one === 'as they stand' ? 'As they stand' : `Most onsets of ${reference.name} met first`}
            </Choice>
          ))}
        </Box>
      )}
      <PickList
        label="Patterns on the shelf"
        picks={picks}
        chosen={chosen}
        onHear={setChosen}
        onTake={() => item && take(item)}
      />
    </>
  );
}

function useShelfPreview(document: SongDocument, item: ShelfItem | null): void {
  const tried = useMemo(() => item && tryFromShelf(document, item.pattern), [document, item]);
  usePreviewWhile(tried, {
    title: item ? `${item.pattern.name}, from the shelf` : '',
    detail: 'At the song’s tempo',
    playsAtOnce: true,
  });
}

/** The song with the part that a shelf pattern of a type needs; the song itself where it has one, or no room for one. */
function withPartFor(
  document: SongDocument,
  type: Part['type'],
  ids: { readonly part: string; readonly voice: string },
): SongDocument {
  const outcome = addPartFor(document, type, ids);
  return isChange(outcome) ? apply(document, outcome).document : document;
}

/** The song's reference, or else its first line of notes that sounds, such as its bass. */
function heldAgainst(document: SongDocument): Reference | null {
  const { references, parts, patternsOf } = indexOf(document);
  const [reference] = references;
  if (reference) return liveReference(document, reference);
  const line = parts
    .filter(({ type }) => type === 'notes')
    .flatMap(({ id }) => patternsOf(id))
    .find(({ id }) => soundingOf(resolve(document, id)).length > 0);
  return line ? referenceTo(document, line.id, 'line') : null;
}

/** Shelf grooves by the share of a reference's onsets that their kicks meet, most first; those in the song's meter before others. */
function byReference(document: SongDocument, items: readonly ShelfItem[], reference: Reference) {
  const { meter } = indexOf(document).song;
  const isOther = ({ pattern }: ShelfItem) => (isSameMeter(pattern.meter, meter) ? 0 : 1);
  return items
    .map((item) => {
      const { met, onsets } = shelfMeetings(document, item.pattern, reference);
      const other = isOther(item) ? ` · ${meterName(item.pattern.meter)}` : '';
      return { item, share: met / Math.max(1, onsets), words: `${met} of ${onsets} onsets met${other}` };
    })
    .sort((a, b) => isOther(a.item) - isOther(b.item) || b.share - a.share);
}
function aboutOf({ pattern, style }: ShelfItem): string {
  return `${style ? `${style} · ` : ''}${meterName(pattern.meter)} · ${lengthName(pattern.length, pattern.meter)} · made at ${pattern.tempo}`;
}

function Small({ item, document }: { item: ShelfItem; document: SongDocument }) {
  const { pattern } = item;
  const marks = useMemo(() => {
    const taken = fromShelf(document, pattern, 'drawn', pattern.name);
    if (!taken) return [];
    const hits = Object.entries(taken.pattern.own).map(([id, hit]) => ({
      ...hit,
      id,
      origin: 'own' as const,
    }));
    return marksOf(indexOf(document), hits, 0, pattern.length);
  }, [document, pattern]);
  const bar = barTicks(pattern.meter);
  return <Miniature marks={marks} height={22} barShares={barShares(0, pattern.length, bar)} />;
}

function TakeOff({ item }: { item: ShelfItem }) {
  const queries = useQueryClient();
  const refresh = () => queries.invalidateQueries({ queryKey: ['shelf'] });
  const back = useMutation({ mutationFn: () => api.addToShelf(item.pattern), onSuccess: refresh });
  const off = useMutation({
    mutationFn: () => api.takeOffShelf(item.id),
    onSuccess: async () => {
      await refresh();
      notify(`${item.pattern.name} is off the shelf.`, {
        action: (key) => (
          <Button
            color="inherit"
            variant="text"
            onClick={() => {
              closeSnackbar(key);
              back.mutate();
            }}
          >
            Undo
          </Button>
        ),
      });
    },
    onError: (error) => notify(error.message, { variant: 'warning' }),
  });
  return <QuietButton onClick={() => off.mutate()}>Take off the shelf</QuietButton>;
}
