import { fireEvent, screen } from '@testing-library/react';
import { onPage } from '../testing/benches';
import { DataTable, type Column } from './DataTable';

interface Fruit {
  name: string;
  mass: number;
}
const rows: Fruit[] = [
  { name: 'Plum', mass: 0.06 },
  { name: 'Melon', mass: 1.2 },
  { name: 'Apple', mass: 0.15 },
];
const columns: Column<Fruit>[] = [
  { name: 'Name', value: ({ name }) => name, show: ({ name }) => name, words: true },
  { name: 'Mass', value: ({ mass }) => mass, show: ({ mass }) => `${mass} kg` },
];
const names = () =>
  screen
    .getAllByRole('row')
    .slice(1)
    .map((row) => row.children[0]?.textContent);
const mockRoom = { wide: true };
jest.mock('./useRoom', () => ({ useRoom: () => mockRoom }));

test('on a wide screen heads sort by size, up and down, and by name as people read', () => {
  mockRoom.wide = true;
  onPage(<DataTable label="Fruit" columns={columns} rows={rows} keyOf={({ name }) => name} />);
  expect(names()).toEqual(['Plum', 'Melon', 'Apple']);
  fireEvent.click(screen.getByRole('button', { name: 'Sort by Mass' }));
  expect(names()).toEqual(['Plum', 'Apple', 'Melon']);
  fireEvent.click(screen.getByRole('button', { name: 'Sort by Mass' }));
  expect(names()).toEqual(['Melon', 'Apple', 'Plum']);
  fireEvent.click(screen.getByRole('button', { name: 'Sort by Name' }));
  expect(names()).toEqual(['Apple', 'Melon', 'Plum']);
});

test.each([
  ['refuses', { writeText: () => Promise.reject(new Error('no')) }],
  ['has no clipboard, as over a line without encryption', undefined],
])('pages are turned, a touched row goes somewhere, and a browser that %s says that nothing was copied', async (_, clipboard) => {
  mockRoom.wide = false;
  const gone: string[] = [];
  Object.assign(navigator, { clipboard });
  onPage(
    <DataTable label="Fruit" columns={columns} rows={rows} keyOf={({ name }) => name} page={2} onRow={({ name }) => gone.push(name)} />,
  );
  expect(names()).toEqual(['Plum', 'Melon']);
  expect(screen.queryByRole('button', { name: 'Sort by Mass' })).toBeNull();
  fireEvent.click(screen.getByRole('button', { name: 'Next page' }));
  fireEvent.click(screen.getByText('Apple'));
  expect(gone).toEqual(['Apple']);
  fireEvent.click(screen.getByRole('button', { name: 'Copy the table: Fruit' }));
  expect(await screen.findByText('This browser lets nothing be copied here. Nothing was copied.')).toBeTruthy();
});
