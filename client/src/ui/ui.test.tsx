import { cleanup, fireEvent, render, screen, waitFor } from '@testing-library/react';
import { formatLength, parseLength } from '@tamper/core/units';
import { useState } from 'react';
import { PaperProvider } from 'react-native-paper';
import { Choice } from './Choice';
import { tellScreen } from '../data/typing';
import { Faults } from './Faults';
import { fileName } from './files';
import { Input } from './Input';
import { QuantityField } from './QuantityField';
import type { SaveState } from '../data/safety';
import { SaveBadge } from './SaveBadge';

/** A field over a document that refuses more than 2 m, with an outside change to play undo. */
function Field({ seen }: { seen: (value: number) => void }) {
  const [value, setValue] = useState(1);
  return (
    <PaperProvider>
      <QuantityField
        label="Width"
        value={value}
        format={(metres) => formatLength(metres, 'metric')}
        parse={(text) => parseLength(text)}
        onValue={(metres) => {
          if (metres > 2) return 'At most 2 m.';
          setValue(metres);
          seen(metres);
          return undefined;
        }}
      />
      <button onClick={() => setValue(0.5)}>undo</button>
    </PaperProvider>
  );
}
const input = () => screen.getByRole<HTMLInputElement>('textbox', { name: 'Width' });
const type = (text: string) => fireEvent.change(input(), { target: { value: text } });

describe('a quantity field', () => {
  test('takes what is understood at once and says how it was understood', async () => {
    const seen: number[] = [];
    render(<Field seen={(value) => seen.push(value)} />);
    expect(input().value).toBe('1.00 m');
    type('1200 mm');
    expect(seen).toEqual([1.2]);
    expect(await screen.findByText('1200 mm = 1.2 m')).toBeTruthy();
    fireEvent.blur(input());
    expect(input().value).toBe('1.20 m');
  });
  test('keeps half-typed text with a sentence, and the document its last value', () => {
    const seen: number[] = [];
    render(<Field seen={(value) => seen.push(value)} />);
    type('1.2 fu');
    expect(screen.getByText(/“1.2 fu” is not a length/)).toBeTruthy();
    fireEvent.blur(input());
    expect(input().value).toBe('1.2 fu');
    type('3');
    expect(screen.getByText('At most 2 m.')).toBeTruthy();
    expect(seen).toEqual([]);
  });
  test('follows a change from outside, such as an undo', () => {
    render(<Field seen={() => undefined} />);
    type('1.5');
    fireEvent.click(screen.getByText('undo'));
    expect(input().value).toBe('0.50 m');
    type('nonsense');
    fireEvent.click(screen.getByText('undo'));
    expect(input().value).toBe('nonsense');
  });
});

describe('a field whose text is kept by somebody who hears of it when it is painted', () => {
  let said: string | undefined;
  function Late({ refuse = false }: { refuse?: boolean }) {
    const [value, setValue] = useState('A');
    said = value;
    const keep = (text: string) => void tellScreen(() => (refuse ? undefined : setValue(text)));
    return (
      <PaperProvider>
        <Input label="Width" value={value} wrong={false} onText={keep} />
        <button onClick={() => setValue('A')}>undo</button>
      </PaperProvider>
    );
  }

  test('shows a letter before that, and each after it', () => {
    render(<Late />);
    type('B');
    expect([said, input().value]).toEqual(['A', 'B']);
    type('BC');
    expect([said, input().value]).toEqual(['A', 'BC']);
    fireEvent.keyDown(input());
    expect([said, input().value]).toEqual(['BC', 'BC']);
    type('BCD');
    fireEvent.blur(input());
    expect([said, input().value]).toEqual(['BCD', 'BCD']);
  });
  test('shows what it was when that is undone, not what was typed over it', async () => {
    render(<Late />);
    type('B');
    await waitFor(() => expect(said).toBe('B'));
    fireEvent.click(screen.getByText('undo'));
    expect([said, input().value]).toEqual(['A', 'A']);
  });
  test('shows what is kept when it is left, where what was typed was not taken', () => {
    render(<Late refuse />);
    type('B');
    expect(input().value).toBe('B');
    fireEvent.blur(input());
    expect(input().value).toBe('A');
  });
});

test('a choice names its question on every answer', () => {
  const chosen: string[] = [];
  render(
    <PaperProvider>
      <Choice
        label="Soil"
        value="B"
        options={[
          { value: 'B', label: 'Firm' },
          { value: 'C', label: 'Weak' },
        ]}
        onChange={(value) => chosen.push(value)}
      />
    </PaperProvider>,
  );
  fireEvent.click(screen.getByLabelText('Soil: Weak'));
  expect(chosen).toEqual(['C']);
});

test('how safe the work is stands in words, and why', () => {
  const badge = (state: SaveState<unknown>) => {
    cleanup();
    render(
      <PaperProvider>
        <SaveBadge of={{ subscribe: () => () => undefined, saving: () => state }} />
      </PaperProvider>,
    );
    return [screen.getByRole('status').getAttribute('aria-label'), screen.getByRole('status').textContent];
  };
  const noLine: SaveState<unknown> = { kind: 'kept', why: 'No connection.' };
  expect(badge(noLine)).toEqual(['Kept: No connection.', 'Kept']);
  expect(badge({ kind: 'keeping' })).toEqual(['Keeping', 'Keeping']);
  expect(badge({ kind: 'unkept', why: 'No room.' })).toEqual(['Not kept: No room.', 'Not kept']);
  expect(badge({ kind: 'sent' })).toEqual(['Sent', 'Sent']);
});

test('faults are an alert, and nothing when there are none', () => {
  const { rerender, container } = render(<Faults title="Refused" faults={[]} />);
  expect(container.textContent).toBe('');
  rerender(
    <PaperProvider>
      <Faults title="Refused" faults={['line 1: no', 'line 2: no']} />
    </PaperProvider>,
  );
  expect(screen.getByRole('alert').textContent).toBe('Refusedline 1: noline 2: no');
});

test('file names are plain', () => {
  expect(fileName('Creek lane, part 2!', 'csv')).toBe('creek-lane-part-2.csv');
  expect(fileName('???', 'json')).toBe('job.json');
});
