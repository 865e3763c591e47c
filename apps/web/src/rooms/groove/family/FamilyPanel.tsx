import { Box, Button } from '@mui/material';
import { splitPattern } from '@plucky/core/form';
import {
  duplicatePattern,
  followersOf,
  labelPattern,
  makeIndependent,
  setPatternRole,
} from '@plucky/core/pattern';
import { isChange, PATTERN_ROLES } from '@plucky/core/song';
import { figure, plural } from '@plucky/core/time';
import { useEdit } from '../../../document/context.tsx';
import { choosePattern } from '../../../session/groove.ts';
import { freshId } from '../../../shared/fresh-id.ts';
import { DraftField } from '../../../shared/ui/DraftField.tsx';
import { Group } from '../../../shared/ui/Group.tsx';
import { Select, wordOptions } from '../../../shared/ui/Select.tsx';
import type { PatternView } from '../pattern-view.ts';
import { SidePanel } from '../SidePanel.tsx';
import { FollowChoice } from './FollowChoice.tsx';
import { RemoveChoice } from './RemoveChoice.tsx';
import { WherePlayed } from './WherePlayed.tsx';

/** A pattern among the others: what it is for, what it follows, where it is played, and copies, pieces and its end. */
export function FamilyPanel({ view }: { view: PatternView }) {
  const { pattern } = view.resolved;
  return (
    <SidePanel label="Links" about="Links" title={pattern.name}>
      <RoleAndLabel view={view} />
      <FollowChoice key={pattern.id} view={view} />
      <WherePlayed view={view} />
      <Copies view={view} />
      <RemoveChoice key={`remove ${pattern.id}`} view={view} />
    </SidePanel>
  );
}

function RoleAndLabel({ view }: { view: PatternView }) {
  const edit = useEdit();
  const { pattern } = view.resolved;
  return (
    <Box sx={{ display: 'flex', gap: 1, alignItems: 'center', mb: 1.5 }}>
      <Select
        label="Role"
        value={pattern.role}
        options={wordOptions(PATTERN_ROLES)}
        onChange={(role) => edit((now) => setPatternRole(now, pattern.id, role))}
        sx={{ flex: 1 }}
      />
      <DraftField
        label="Label"
        value={pattern.label ?? ''}
        most={24}
        onChange={(text) => edit((now) => labelPattern(now, pattern.id, text))}
        sx={{ flex: 1 }}
      />
    </Box>
  );
}

/** Copies of the pattern, with or without its followers, and its pieces. */
function Copies({ view }: { view: PatternView }) {
  const edit = useEdit();
  const { pattern } = view.resolved;
  const followers = followersOf(view.document, pattern.id).length;
  const drums = view.part.type === 'drums';
  const copy = (withFollowers: boolean) => {
    const ids = new Map<string, string>();
    const idFor = (original: string) => {
      const id = ids.get(original) ?? freshId();
      ids.set(original, id);
      return id;
    };
    const taken = edit((now) => duplicatePattern(now, pattern.id, withFollowers, idFor));
    const id = ids.get(pattern.id);
    if (taken && id) choosePattern(id);
  };
  const split = (by: 'voice' | 'family') => {
    let first: string | undefined;
    const taken = edit((now) => {
      const outcome = splitPattern(now, pattern.id, by, freshId);
      if (isChange(outcome)) first = outcome.put[0]?.id;
      return outcome;
    });
    if (taken && first) choosePattern(first);
  };
  return (
    <Group title="Copy and split">
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.75 }}>
        <Button onClick={() => copy(false)}>Duplicate</Button>
        {followers > 0 && (
          <Button onClick={() => copy(true)}>
            {plural(followers, 'With its follower', `With its ${figure(followers)} followers`)}
          </Button>
        )}
        {pattern.parent && (
          <Button
            title="What it plays becomes its own; nothing sounds otherwise"
            onClick={() => edit((now) => makeIndependent(now, pattern.id))}
          >
            Make independent
          </Button>
        )}
        {drums && (
          <>
            <Button
              title="One pattern for each row, layered wherever this one is played"
              onClick={() => split('voice')}
            >
              Split by row
            </Button>
            <Button
              title="One pattern for kicks, one for snares, one for hats…"
              onClick={() => split('family')}
            >
              Split by family
            </Button>
          </>
        )}
      </Box>
    </Group>
  );
}
