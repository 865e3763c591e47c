import { render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { NameField } from './NameField.tsx';

const names: string[] = [];
const field = () => screen.getByRole<HTMLInputElement>('textbox', { name: 'Name' });

beforeEach(() => {
  names.length = 0;
  render(<NameField value="Main groove" label="Name" onChange={(name) => names.push(name)} />);
});

test('Enter keeps what is typed, without the blanks around it', async () => {
  await userEvent.clear(field());
  await userEvent.type(field(), '  Verse lift {Enter}');
  expect(names).toEqual(['Verse lift']);
});

test('leaving keeps it too, once', async () => {
  await userEvent.clear(field());
  await userEvent.type(field(), 'Other');
  await userEvent.tab();
  expect(names).toEqual(['Other']);
});

test('Escape takes it back, and what is typed afterwards counts again', async () => {
  await userEvent.type(field(), ' wrong{Escape}');
  expect(names).toEqual([]);
  expect(field().value).toBe('Main groove');
  await userEvent.type(field(), ' two{Enter}');
  expect(names).toEqual(['Main groove two']);
});

test('an empty name and the same name change nothing', async () => {
  await userEvent.clear(field());
  await userEvent.type(field(), '   {Enter}');
  await userEvent.type(field(), '{Enter}');
  expect(names).toEqual([]);
});
