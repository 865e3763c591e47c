import { render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { createMemoryRouter, Outlet, RouterProvider } from 'react-router';
import { RoomTrouble } from './Trouble.tsx';

/** Request for the router; the test's browser has none. */
class PlainRequest {
  readonly method = 'GET';
  readonly url: string;
  readonly signal: AbortSignal | undefined;
  constructor(url: string, init?: { readonly signal?: AbortSignal }) {
    this.url = url;
    this.signal = init?.signal;
  }
}
Object.assign(globalThis, { Request: PlainRequest });

test('a room that fails leaves what is around it open, says why, and can be tried again', async () => {
  let isBroken = true;
  function Room() {
    if (isBroken) throw new Error('no such stem');
    return <p>the rows</p>;
  }
  const router = createMemoryRouter([
    {
      path: '/',
      element: (
        <>
          <p>the transport</p>
          <Outlet />
        </>
      ),
      children: [{ index: true, element: <Room />, errorElement: <RoomTrouble /> }],
    },
  ]);
  const quiet = jest.spyOn(console, 'error').mockImplementation(() => undefined);
  render(<RouterProvider router={router} />);
  expect(screen.getByRole('alert').textContent).toMatch(/Your song is as it was.*no such stem/);
  expect(screen.getByText('the transport')).toBeTruthy();
  isBroken = false;
  await userEvent.click(screen.getByRole('button', { name: 'Try again' }));
  expect(await screen.findByText('the rows')).toBeTruthy();
  expect(screen.queryByRole('alert')).toBeNull();
  quiet.mockRestore();
});
