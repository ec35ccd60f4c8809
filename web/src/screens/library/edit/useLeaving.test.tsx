/** @jest-environment jsdom */
import { act, cleanup, fireEvent, render, screen, waitFor } from '@testing-library/react';
import { BrowserRouter, Link, useLocation, useNavigate, useRoutes } from 'react-router';
import { useLeaving } from './useLeaving.ts';

afterEach(cleanup);

function Form({ held }: { held: boolean }) {
  const leaving = useLeaving(held);
  const navigate = useNavigate();
  return (
    <>
      <Link to="/list">To the list</Link>
      <button type="button" onClick={() => void navigate('/edit?tab=2')}>
        Second tab
      </button>
      {leaving && (
        <>
          <button type="button" onClick={leaving.go}>
            Leave
          </button>
          <button type="button" onClick={leaving.stay}>
            Stay
          </button>
        </>
      )}
    </>
  );
}

function Pages({ held }: { held: boolean }) {
  const { pathname, search } = useLocation();
  return (
    <>
      <output>{pathname + search}</output>
      {useRoutes([
        { path: '/list', element: <Link to="/edit">Edit</Link> },
        { path: '/edit', element: <Form held={held} /> },
      ])}
    </>
  );
}

const at = () => screen.getByRole('status').textContent;
const asked = () => screen.queryByRole('button', { name: 'Leave' }) !== null;

/** The list, then the form: there is a way back from it. */
async function open(held: boolean) {
  window.history.replaceState(null, '', '/list');
  render(
    <BrowserRouter>
      <Pages held={held} />
    </BrowserRouter>,
  );
  fireEvent.click(screen.getByRole('link', { name: 'Edit' }));
  await waitFor(() => expect(at()).toBe('/edit'));
}
const back = () => act(async () => window.history.back());

test('nothing changed, nothing is asked, forward or back', async () => {
  await open(false);
  fireEvent.click(screen.getByRole('link', { name: 'To the list' }));
  await waitFor(() => expect(at()).toBe('/list'));
  await back();
  await waitFor(() => expect(at()).toBe('/edit'));
  expect(asked()).toBe(false);
});

test('a link to another page waits for the answer; another tab of the same page does not', async () => {
  await open(true);
  fireEvent.click(screen.getByRole('button', { name: 'Second tab' }));
  await waitFor(() => expect(at()).toBe('/edit?tab=2'));
  expect(asked()).toBe(false);
  fireEvent.click(screen.getByRole('link', { name: 'To the list' }));
  await waitFor(() => expect(asked()).toBe(true));
  expect(at()).toBe('/edit?tab=2');
  fireEvent.click(screen.getByRole('button', { name: 'Stay' }));
  await waitFor(() => expect(asked()).toBe(false));
  fireEvent.click(screen.getByRole('link', { name: 'To the list' }));
  fireEvent.click(await screen.findByRole('button', { name: 'Leave' }));
  await waitFor(() => expect(at()).toBe('/list'));
});

test('so does the browser’s own way back, past tabs of the same page', async () => {
  await open(true);
  await back();
  await waitFor(() => expect(asked()).toBe(true));
  await waitFor(() => expect(window.location.pathname).toBe('/edit'));
  expect(at()).toBe('/edit');
  fireEvent.click(screen.getByRole('button', { name: 'Stay' }));
  fireEvent.click(screen.getByRole('button', { name: 'Second tab' }));
  await waitFor(() => expect(at()).toBe('/edit?tab=2'));
  await back();
  await waitFor(() => expect(at()).toBe('/edit'));
  expect(asked()).toBe(false);
  await back();
  await waitFor(() => expect(asked()).toBe(true));
  fireEvent.click(screen.getByRole('button', { name: 'Leave' }));
  await waitFor(() => expect(at()).toBe('/list'));
});

test('the closing of the page is asked about only while something is held', async () => {
  await open(true);
  const close = () => window.dispatchEvent(new Event('beforeunload', { cancelable: true }));
  expect(close()).toBe(false);
  cleanup();
  await open(false);
  expect(close()).toBe(true);
});
