import { Box, Typography } from '@mui/material';
import { playedSlots } from '@plucky/core/form';
import { familyOrder, resolve } from '@plucky/core/pattern';
import { indexOf, type Pattern, type SongDocument } from '@plucky/core/song';
import { barTicks, counted } from '@plucky/core/time';
import { barShares, marksOf } from '../../shared/ui/marks.ts';
import { Miniature } from '../../shared/ui/Miniature.tsx';
import { color, SERIF, TEXT } from '../../shared/ui/tokens.ts';

/** Number of patterns drawn, the rest being counted, and their greatest depth. */
const [DRAWN, DEEPEST] = [60, 2];

/** The patterns of a proposal, each under the one that it follows. */
export function FoldedFamily({ document }: { document: SongDocument }) {
  const index = indexOf(document);
  const bars = barsPlayed(document);
  const all = index.parts.flatMap(({ id }) => familyOrder(index, id));
  return (
    <Box component="section" aria-label="The family">
      <Typography sx={{ fontSize: TEXT.plain, color: color('soft'), mb: 0.75 }}>The family</Typography>
      {all.slice(0, DRAWN).map(({ pattern, depth }) => (
        <PatternCard
          key={pattern.id}
          document={document}
          pattern={pattern}
          depth={Math.min(DEEPEST, depth)}
          bars={bars.get(pattern.id) ?? 0}
        />
      ))}
      {all.length > DRAWN && (
        <Typography sx={{ fontSize: TEXT.plain, color: color('soft') }}>
          and {counted(all.length - DRAWN, 'more pattern')}
        </Typography>
      )}
    </Box>
  );
}

function PatternCard({
  document,
  pattern,
  depth,
  bars,
}: {
  document: SongDocument;
  pattern: Pattern;
  depth: number;
  bars: number;
}) {
  const index = indexOf(document);
  const { hits } = resolve(document, pattern.id);
  const bar = barTicks(pattern.meter ?? index.song.meter);
  const changes =
    Object.keys(pattern.own).length + Object.keys(pattern.changed).length + pattern.silenced.length;
  const about = [
    depth ? counted(changes, 'change') : counted(Math.round(pattern.length / bar) || 1, 'bar'),
    bars ? `in ${counted(bars, 'bar')}` : 'only followed',
  ];
  return (
    <Box
      sx={{
        ml: depth * 2.5,
        mb: 1,
        p: 1.25,
        pt: 0.75,
        border: `1px solid ${color('strong')}`,
        borderRadius: '12px',
        background: color(pattern.role === 'fill' || pattern.role === 'ending' ? 'fill' : 'page'),
      }}
    >
      <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 1 }}>
        <Typography
          noWrap
          title={pattern.name}
          sx={{ fontFamily: SERIF, fontWeight: 600, fontSize: TEXT.name, flex: 1 }}
        >
          {pattern.name}
        </Typography>
        <Typography sx={{ fontSize: TEXT.fine, color: color('soft'), whiteSpace: 'nowrap' }}>
          {about.join(' · ')}
        </Typography>
      </Box>
      <Miniature
        marks={marksOf(index, hits, 0, pattern.length)}
        height={30}
        barShares={barShares(0, pattern.length, bar)}
      />
    </Box>
  );
}

/** In how many bars of the song each pattern plays. */
function barsPlayed(document: SongDocument): Map<string, number> {
  const { song, section } = indexOf(document);
  const bars = new Map<string, number>();
  for (const { section: id, times } of song.form) {
    const one = section(id);
    if (!one) continue;
    const bar = barTicks(one.meter ?? song.meter);
    for (const slot of playedSlots(document, one))
      for (const { pattern } of slot.layers)
        bars.set(pattern, (bars.get(pattern) ?? 0) + (times * slot.length) / bar);
  }
  return new Map([...bars].map(([id, played]) => [id, Math.max(1, Math.round(played))]));
}
