import { type KeyboardEvent, useRef, useState } from 'react';

/** A text that is edited where it stands: Enter or leaving keeps it without blanks around it, Escape takes it back. */
export function useDraft(value: string, onChange: (text: string) => void) {
  const [draft, setDraft] = useState<string | null>(null);
  const takenBack = useRef(false);
  return {
    value: draft ?? value,
    onFocus: () => setDraft(value),
    onChange: (event: { readonly target: { readonly value: string } }) => setDraft(event.target.value),
    onBlur: () => {
      const text = takenBack.current ? value : (draft?.trim() ?? value);
      takenBack.current = false;
      setDraft(null);
      if (text !== value) onChange(text);
    },
    onKeyDown: (event: KeyboardEvent<HTMLElement>) => {
      event.stopPropagation();
      takenBack.current = event.key === 'Escape';
      if (event.target instanceof HTMLElement && (event.key === 'Enter' || event.key === 'Escape'))
        event.target.blur();
    },
  };
}
