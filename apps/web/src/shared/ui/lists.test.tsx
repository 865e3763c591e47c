import { noteSchema } from '@plucky/core/song';
import { meter } from '@plucky/core/time';
import { fireEvent, render, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useRef, useState } from 'react';
import { schemaResolver } from '../form/resolver.ts';
import { columnsOf, DataTable } from './DataTable.tsx';
import { DraftField } from './DraftField.tsx';
import { LengthSelect } from './LengthSelect.tsx';
import { LongList } from './LongList.tsx';
import { NumberField } from './NumberField.tsx';
import { PickList } from './PickList.tsx';
import { Select } from './Select.tsx';

interface Line {
  readonly id: string;
  readonly name: string;
  readonly bar: number | undefined;
}
const { accessor, columns } = columnsOf<Line>();
const COLUMNS = columns([
  accessor('name', { header: 'Name' }),
  accessor(({ bar }) => bar, { id: 'bar', header: 'Bar', sortUndefined: 'last' }),
]);

function Lines({ data }: { data: readonly Line[] }) {
  const scroller = useRef<HTMLDivElement>(null);
  return (
    <div ref={scroller}>
      <DataTable label="Lines" columns={COLUMNS} data={data} scroller={scroller} />
    </div>
  );
}

test('a table sorts by a head, with what has no value last, and takes the order back', async () => {
  const data = [
    { id: 'a', name: 'Outro', bar: 69 },
    { id: 'b', name: 'A pattern', bar: undefined },
    { id: 'c', name: 'Intro', bar: 1 },
  ];
  render(<Lines data={data} />);
  const names = () =>
    screen
      .getAllByRole('row')
      .slice(1)
      .map((row) => within(row).getAllByRole('cell')[0]?.textContent);
  expect(names()).toEqual(['Outro', 'A pattern', 'Intro']);
  const head = screen.getByRole('button', { name: 'Bar' });
  await userEvent.click(head);
  const orders = [names()];
  await userEvent.click(head);
  orders.push(names());
  expect(orders).toContainEqual(['Intro', 'Outro', 'A pattern']);
  expect(orders).toContainEqual(['Outro', 'Intro', 'A pattern']);
  await userEvent.click(head);
  expect(names()).toEqual(['Outro', 'A pattern', 'Intro']);
});

test('a table says what each row is about, where one column does', () => {
  const data = [{ id: 'a', name: 'Outro', bar: 69 }];
  render(<DataTable label="Lines" columns={COLUMNS} data={data} rowHead="name" />);
  expect(screen.getByRole('rowheader', { name: 'Outro' })).toBeTruthy();
});

test('of a long table and a long list not every line is drawn, yet how many there are is told', () => {
  const data = Array.from({ length: 2000 }, (_, i) => ({ id: String(i), name: `Line ${i}`, bar: i }));
  render(<Lines data={data} />);
  expect(screen.getByRole('table').getAttribute('aria-rowcount')).toBe('2001');
  expect(screen.getAllByRole('row').length).toBeLessThan(200);
  render(<LongList label="All" count={5000} height={20} line={(i) => `line ${i}`} />);
  expect(within(screen.getByRole('list', { name: 'All' })).queryAllByRole('listitem').length).toBeLessThan(
    200,
  );
});

test('a list that opens gives back the value it was given, numbers too', async () => {
  const chosen: unknown[] = [];
  render(
    <>
      <Select
        label="Times"
        value={1}
        options={[1, 2, 10].map((value) => ({ value, label: `${value}×` }))}
        onChange={(value) => chosen.push(value)}
      />
      <LengthSelect
        label="Length"
        lengths={[960, 3840]}
        value={5760}
        meter={meter(4, 4)}
        none={{ label: 'nothing', choose: () => chosen.push(null) }}
        onChange={(value) => chosen.push(value)}
      />
    </>,
  );
  await userEvent.click(screen.getByRole('combobox', { name: /^Times/ }));
  await userEvent.click(screen.getByRole('option', { name: '10×' }));
  await userEvent.click(screen.getByRole('combobox', { name: /^Length/ }));
  expect(screen.getAllByRole('option').map((one) => one.textContent)).toEqual([
    'nothing',
    '1 beat',
    '1 bar',
    '1 bar 2 beats',
  ]);
  await userEvent.click(screen.getByRole('option', { name: 'nothing' }));
  expect(chosen).toEqual([10, null]);
});

test('a list to pick from is gone through by keys, says which one is chosen, and takes with Enter', async () => {
  const taken: (string | null)[] = [];
  function Picks() {
    const [chosen, setChosen] = useState<string | null>(null);
    const picks = ['a', 'b', 'c'].map((key) => ({ key, name: key, about: '', picture: null }));
    return (
      <PickList
        label="Picks"
        picks={picks}
        chosen={chosen}
        onHear={setChosen}
        onTake={(key) => taken.push(key)}
      />
    );
  }
  render(<Picks />);
  const list = screen.getByRole('listbox', { name: 'Picks' });
  expect(document.activeElement).toBe(list);
  await userEvent.keyboard('{ArrowDown}{ArrowDown}{Enter}{End}{ArrowDown}{Enter}{Home}{Enter}');
  expect(taken).toEqual(['b', 'c', 'a']);
  const active = list.getAttribute('aria-activedescendant') ?? '';
  expect(document.getElementById(active)?.getAttribute('aria-selected')).toBe('true');
});

const NOTE = schemaResolver((z) => z.object({ number: noteSchema(z) }));

test('a number is kept when its rule lets it through; else the rule is said and Escape takes it back', async () => {
  const kept: number[] = [];
  render(<NumberField label="Note" value={38} rule={NOTE} onChange={(note) => kept.push(note)} />);
  const field = screen.getByLabelText<HTMLInputElement>('Note');
  await userEvent.clear(field);
  await userEvent.type(field, '128');
  expect(await screen.findByText('Must be a whole number from 0 to 127.')).toBeTruthy();
  await userEvent.type(field, '{Enter}');
  expect([kept, field.value]).toEqual([[], '38']);
  await userEvent.clear(field);
  await userEvent.type(field, '40{Enter}');
  expect(kept).toEqual([40]);
  await userEvent.type(field, '1{Escape}');
  expect(kept).toEqual([40]);
});

test('a number kept by Enter is kept, although Escape follows before its rule was asked for the first time', async () => {
  const kept: number[] = [];
  const rule = schemaResolver((z) => z.object({ number: noteSchema(z) }));
  render(<NumberField label="Note" value={38} rule={rule} onChange={(note) => kept.push(note)} />);
  const field = screen.getByLabelText<HTMLInputElement>('Note');
  fireEvent.input(field, { target: { value: '45' } });
  fireEvent.keyDown(field, { key: 'Enter' });
  fireEvent.keyDown(field, { key: 'Escape' });
  await waitFor(() => expect(kept).toEqual([45]));
});

test('a draft is kept on Enter and taken back by Escape', async () => {
  const kept: string[] = [];
  render(<DraftField label="Label" value="soft" most={24} onChange={(text) => kept.push(text)} />);
  const field = screen.getByLabelText<HTMLInputElement>('Label');
  await userEvent.type(field, 'er{Escape}');
  expect([kept, field.value]).toEqual([[], 'soft']);
  await userEvent.type(field, 'er{Enter}');
  expect(kept).toEqual(['softer']);
});
