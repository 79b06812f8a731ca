import { mergedText } from '../../../src/features/circuits/mergedText';

const base = 'battery > fuse 5 20A\nfuse 5 > lamp left\nlamp left > ground G1\n';

test('changes in different places both stand', () => {
  const own = base.replace('20A', '15A');
  const theirs = `${base}fuse 5 > lamp right > G1\n`;
  expect(mergedText(base, own, theirs)).toEqual({ text: own + 'fuse 5 > lamp right > G1\n', aside: 0 });
});

test('changes of one line: one’s own stands, theirs follows as a remark', () => {
  const { text, aside } = mergedText(base, base.replace('20A', '15A'), base.replace('20A', '10A'));
  expect(text).toContain('battery > fuse 5 15A\n# theirs: battery > fuse 5 10A\n');
  expect(aside).toBe(1);
});
