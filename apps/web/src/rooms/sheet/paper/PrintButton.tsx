import { Button } from '@mui/material';
import { PrintedSheet } from './PrintedSheet.tsx';

/** Prints all of the sheet. The button comes with what is printed, so that it is there when it is pressed. */
export function PrintButton() {
  return (
    <>
      <Button title="All of the sheet on paper, or as a PDF" onClick={() => window.print()}>
        Print…
      </Button>
      <PrintedSheet />
    </>
  );
}
