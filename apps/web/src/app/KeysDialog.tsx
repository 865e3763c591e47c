import { Box, Button, Dialog, DialogActions, DialogContent, DialogTitle, Typography } from '@mui/material';
import { KeyCap } from '../shared/ui/KeyCap.tsx';
import { SERIF, TEXT } from '../shared/ui/tokens.ts';
import { KEY_SHEET } from './key-sheet.ts';

export function KeysDialog({ onClose }: { onClose: () => void }) {
  return (
    <Dialog open onClose={onClose} maxWidth="lg" aria-labelledby="keys-title">
      <DialogTitle id="keys-title" sx={{ fontFamily: SERIF }}>
        Keys
      </DialogTitle>
      <DialogContent
        tabIndex={0}
        role="group"
        aria-label="All keys"
        sx={{ columnCount: { xs: 1, sm: 2, lg: 3 }, columnGap: 4 }}
      >
        {KEY_SHEET.map(({ title, rows }) => (
          <Box key={title} sx={{ mb: 2 }}>
            <Typography sx={{ fontWeight: 600, mb: 0.5 }}>{title}</Typography>
            {rows.map(({ keys, does }) => (
              <Box
                key={does}
                sx={{ display: 'flex', gap: 1, py: 0.25, fontSize: TEXT.control, breakInside: 'avoid' }}
              >
                <Box sx={{ minWidth: 128, display: 'flex', gap: 0.5, alignItems: 'center' }}>
                  {keys.map((key) => (
                    <KeyCap key={key}>{key}</KeyCap>
                  ))}
                </Box>
                {does}
              </Box>
            ))}
          </Box>
        ))}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose} autoFocus>
          Close
        </Button>
      </DialogActions>
    </Dialog>
  );
}
