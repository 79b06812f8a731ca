import { fireEvent, render, screen } from '@testing-library/react';
import { MemoryRouter } from 'react-router';
import { RegionBoundary } from '../../../src/features/frame/Boundary';

let broken: boolean;
beforeEach(() => {
  broken = true;
  // What fails on purpose is told by the framework as well.
  jest.spyOn(console, 'error').mockImplementation(() => undefined);
});
afterEach(() => jest.restoreAllMocks());

function Map() {
  if (broken) throw new Error('no layout');
  return <p>The harness</p>;
}
const page = (entries: number, view = 'next') => (
  <MemoryRouter>
    <RegionBoundary name="The map" entries={entries} view={view}>
      <Map />
    </RegionBoundary>
    <p>The next reading</p>
  </MemoryRouter>
);

test('a part that fails leaves the others, says so, and comes back when it is tried again', () => {
  render(page(3));
  expect(screen.getByRole('alert').textContent).toContain('The map cannot be shown.');
  expect(screen.getByText('The next reading')).toBeTruthy();
  fireEvent.click(screen.getByRole('button', { name: 'Try again' }));
  expect(screen.getByRole('alert')).toBeTruthy();
  broken = false;
  fireEvent.click(screen.getByRole('button', { name: 'Try again' }));
  expect(screen.getByText('The harness')).toBeTruthy();
});

test('another view in its place is shown, whatever failed before it', () => {
  const { rerender } = render(page(3));
  broken = false;
  rerender(page(3, 'fuses'));
  expect(screen.getByText('The harness')).toBeTruthy();
});

test('the next entry tries it again by itself', () => {
  const { rerender } = render(page(3));
  broken = false;
  rerender(page(3));
  expect(screen.queryByText('The harness')).toBeNull();
  rerender(page(4));
  expect(screen.getByText('The harness')).toBeTruthy();
});
