import { EditorView } from '@codemirror/view';
import { render } from '@testing-library/react';
import { NotationEditor } from '../../../src/features/circuits/NotationEditor';
import { library } from '../../demo';

function editor(onType: (text: string) => void) {
  const shown = (text: string) => (
    <NotationEditor
      text={text}
      circuit={library}
      flaws={[]}
      shown={null}
      onType={onType}
      onUndo={() => undefined}
      onRedo={() => undefined}
    />
  );
  const { container, rerender } = render(shown(''));
  const view = EditorView.findFromDOM(container.querySelector<HTMLElement>('.cm-editor')!)!;
  const type = (insert: string) =>
    view.dispatch({ changes: { from: view.state.doc.length, insert }, userEvent: 'input.type' });
  return { type, draws: (text: string) => rerender(shown(text)), text: () => view.state.doc.toString() };
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
