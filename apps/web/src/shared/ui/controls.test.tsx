import { fireEvent, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { Amount } from './Amount.tsx';
import { Choices } from './Choices.tsx';
import { Seed } from './Seed.tsx';

test('a slider is named, says its value in words, and each press of a key is a gesture of its own', () => {
  const gestures: string[] = [];
  render(
    <Amount
      label="Velocity"
      value={90}
      min={1}
      max={127}
      text="90 of 127"
      onChange={(_, gesture) => gestures.push(gesture)}
    />,
  );
  const slider = screen.getByRole('slider', { name: 'Velocity' });
  expect(slider.getAttribute('aria-valuetext')).toBe('90 of 127');
  fireEvent.change(slider, { target: { value: 91 } });
  fireEvent.change(slider, { target: { value: 92 } });
  expect(gestures).toHaveLength(2);
  expect(new Set(gestures).size).toBe(2);
});

test('keys that follow one another quickly all count, although the page shows none of them yet, and are one gesture', () => {
  jest.useFakeTimers();
  const steps: [number, string][] = [];
  render(
    <Amount
      label="Velocity"
      value={90}
      min={1}
      max={127}
      text="90"
      onChange={(value, gesture) => steps.push([value, gesture])}
    />,
  );
  const slider = screen.getByRole('slider', { name: 'Velocity' });
  for (let i = 0; i < 20; i++) fireEvent.keyDown(slider, { key: 'ArrowUp' });
  expect(steps.map(([value]) => value)).toEqual(Array.from({ length: 20 }, (_, i) => 91 + i));
  expect(new Set(steps.map(([, gesture]) => gesture)).size).toBe(1);
  jest.advanceTimersByTime(1000);
  fireEvent.keyDown(slider, { key: 'End' });
  expect(steps.at(-1)?.[0]).toBe(127);
  expect(new Set(steps.map(([, gesture]) => gesture)).size).toBe(2);
  jest.useRealTimers();
});

test('choices say which one is chosen, and tell another', async () => {
  const chosen: number[] = [];
  render(
    <Choices
      title="On pairs of"
      value={8}
      options={[
        { value: 8, label: '8ths' },
        { value: 16, label: '16ths' },
      ]}
      onChange={(value) => chosen.push(value)}
    />,
  );
  expect(screen.getByRole('region', { name: 'On pairs of' })).toBeTruthy();
  expect(screen.getByRole('button', { name: '8ths' }).getAttribute('aria-pressed')).toBe('true');
  await userEvent.click(screen.getByRole('button', { name: '16ths' }));
  expect(chosen).toEqual([16]);
});

test('a seed is shown with the way to another, and can be typed', async () => {
  let asked = 0;
  const typed: number[] = [];
  render(<Seed value={4071} onAnother={() => asked++} onType={(seed) => typed.push(seed)} />);
  await userEvent.click(screen.getByRole('button', { name: 'Another' }));
  expect(asked).toBe(1);
  await userEvent.click(screen.getByRole('button', { name: 'Seed 4071, type a new one' }));
  await userEvent.keyboard('77{Enter}');
  expect(typed).toEqual([77]);
});

test('a value is typed where it stands: held in its range, and left as it was where it is no number', async () => {
  const typed: number[] = [];
  render(
    <Amount label="Level" value={50} min={0} max={100} text="50 %" onChange={(level) => typed.push(level)} />,
  );
  for (const text of ['30', '1000', 'loud', '12,6']) {
    await userEvent.click(screen.getByText('50 %'));
    await userEvent.keyboard(`${text}{Enter}`);
  }
  expect(typed).toEqual([30, 100, 13]);
});
