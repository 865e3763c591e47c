import { color } from './tokens.ts';

/** The mark of the application. */
export function Logo() {
  return (
    <svg
      width="26"
      height="26"
      viewBox="0 0 24 24"
      strokeWidth="2.2"
      strokeLinecap="round"
      aria-hidden="true"
    >
      <path d="M4 20V6M9 20V10M14 20V8M19 20V11" stroke={color('plum')} />
      <circle cx="4" cy="5" r="1.8" fill={color('snare')} />
      <circle cx="14" cy="6.5" r="1.8" fill={color('hat')} />
    </svg>
  );
}
