import ExpandIcon from '@mui/icons-material/ExpandMore';
import { Accordion, AccordionDetails, AccordionSummary, Box } from '@mui/material';
import type { ReactNode } from 'react';
import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import { color, TEXT } from './tokens.ts';

/** Folds that a person has opened, by their names. */
const useOpened = create<Readonly<Record<string, boolean>>>()(
  persist(() => ({}), { name: 'plucky-verse.folds' }),
);

/** Opens or closes a fold; it stays so. */
function setFold(name: string, isOpen: boolean): void {
  useOpened.setState({ [name]: isOpen });
}

/** A group of controls that is folded away until it is wanted, and remembers being open; its head says what is set. */
export function Fold({
  title,
  says,
  name = title,
  children,
}: {
  title: string;
  /** Few words for all that is set within; shown while it is folded. */
  says: string;
  /** The name by which it is remembered, where its title is not always the same. */
  name?: string;
  children: ReactNode;
}) {
  const isOpen = useOpened((opened) => opened[name] ?? false);
  return (
    <Accordion
      disableGutters
      square
      expanded={isOpen}
      onChange={(_, open) => setFold(name, open)}
      slotProps={{ transition: { timeout: 0, unmountOnExit: true } }}
      sx={{ background: 'none', borderTop: `1px solid ${color('line')}`, '&::before': { display: 'none' } }}
    >
      <AccordionSummary
        expandIcon={<ExpandIcon fontSize="small" />}
        sx={{
          px: 0,
          minHeight: 36,
          fontFamily: 'inherit',
          '& .MuiAccordionSummary-content': { my: 0.75, minWidth: 0 },
        }}
      >
        <Box component="span" sx={{ fontSize: TEXT.control, fontWeight: 500 }}>
          {title}
        </Box>
        {!isOpen && says && (
          <Box component="span" sx={{ ml: 1, fontSize: TEXT.plain, color: color('soft'), minWidth: 0 }}>
            {says}
          </Box>
        )}
      </AccordionSummary>
      <AccordionDetails sx={{ px: 0, pt: 0, pb: 1 }}>{children}</AccordionDetails>
    </Accordion>
  );
}
