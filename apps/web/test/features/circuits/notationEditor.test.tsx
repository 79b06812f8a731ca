import { EditorView } from '@codemirror/view';
import { render } from '@testing-library/react';
import { NotationEditor } from '../../../src/features/circuits/NotationEditor';
import { library } from '../../demo';

function editor(
  onType: (text: string) => void,
  onCursor: (line: number, column: number) => void = () => undefined,
) {
  const shown = (text: string) => (
    <NotationEditor
      text={text}
      circuit={library}
      flaws={[]}
      shown={null}
      onType={onType}
      onCursor={onCursor}
      onUndo={() => undefined}
      onRedo={() => undefined}
    />
  );
  const { container, rerender } = render(shown(''));
  const view = EditorView.findFromDOM(container.querySelector<HTMLElement>('.cm-editor')!)!;
  const type = (insert: string) =>
    view.dispatch({ changes: { from: view.state.doc.length, insert }, userEvent: 'input.type' });
  const goTo = (anchor: number) => view.dispatch({ selection: { anchor }, userEvent: 'select.pointer' });
  return {
    type,
    goTo,
    draws: (text: string) => rerender(shown(text)),
    text: () => view.state.doc.toString(),
  };
}

test('what is typed while the page still draws what was typed before stands; a change from elsewhere is taken', () => {
  const told: string[] = [];
  const { type, draws, text } = editor((each) => told.push(each));
  type('fuse');
  type(' 5');
  draws('fuse');
  expect(text()).toBe('fuse 5');
  type(' 20A');
  draws('fuse 5');
  draws('fuse 5 20A');
  expect(text()).toBe('fuse 5 20A');
  expect(told).toEqual(['fuse', 'fuse 5', 'fuse 5 20A']);
  // Undo, or the table beside it.
  draws('fuse 5');
  expect(text()).toBe('fuse 5');
  type(' 10A');
  draws('battery');
  expect(text()).toBe('battery');
});

test('where a hand puts the cursor is told, and where typing takes it is not', () => {
  const told: (readonly [number, number])[] = [];
  const { type, goTo } = editor(
    () => undefined,
    (line, column) => told.push([line, column]),
  );
  type('battery > fuse 5 20A\nF5 > lamp left');
  expect(told).toEqual([]);
  goTo(12);
  goTo(21 + 5);
  expect(told).toEqual([
    [0, 12],
    [1, 5],
  ]);
});
