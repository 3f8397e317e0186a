/** @jest-environment node */
import { describe, expect, it } from '@jest/globals';
import { mergeDocuments, sameData } from './merge-documents';

const base = {
  name: 'lamp',
  worth: { price: 1, hours: 2 },
  symptoms: ['dead'],
  steps: [
    { id: 'a', note: '' },
    { id: 'b', note: '' },
  ],
};
type Doc = typeof base;
const merged = (mine: Doc, theirs: Doc): Doc | string => {
  const merge = mergeDocuments(base, mine, theirs);
  return merge.ok ? merge.merged : merge.path;
};

describe('two changes of one document', () => {
  it('what only one side changed is that side’s', () => {
    expect(merged({ ...base, name: 'clock' }, base)).toEqual({ ...base, name: 'clock' });
    expect(merged(base, { ...base, name: 'clock' })).toEqual({ ...base, name: 'clock' });
  });
  it('different places go together, however deep', () => {
    expect(
      merged(
        { ...base, name: 'clock', worth: { ...base.worth, price: 9 } },
        { ...base, worth: { ...base.worth, hours: 5 } },
      ),
    ).toEqual({ ...base, name: 'clock', worth: { price: 9, hours: 5 } });
  });
  it('the same change on both sides is no clash', () => {
    expect(merged({ ...base, name: 'x' }, { ...base, name: 'x' })).toEqual({ ...base, name: 'x' });
  });
  it('the same place changed differently is named, whatever else could be merged', () => {
    expect(merged({ ...base, name: 'x' }, { ...base, name: 'y' })).toBe('name');
    expect(
      merged(
        { ...base, worth: { price: 3, hours: 2 } },
        { ...base, worth: { price: 4, hours: 9 }, name: 'fine' },
      ),
    ).toBe('worth.price');
  });
  it('things with ids are merged one by one: added here, added there, taken away, changed', () => {
    const [a, b] = base.steps as [Doc['steps'][0], Doc['steps'][0]];
    const mine = { ...base, steps: [a, { ...b, note: 'mine' }, { id: 'c', note: 'new here' }] };
    const theirs = { ...base, steps: [{ ...a, note: 'theirs' }, b, { id: 'd', note: 'new there' }] };
    expect(merged(mine, theirs)).toEqual({
      ...base,
      steps: [
        { id: 'a', note: 'theirs' },
        { id: 'b', note: 'mine' },
        { id: 'c', note: 'new here' },
        { id: 'd', note: 'new there' },
      ],
    });
    expect(merged({ ...base, steps: [b] }, base)).toEqual({ ...base, steps: [b] });
    expect(merged(base, { ...base, steps: [b] })).toEqual({ ...base, steps: [b] });
    expect(merged({ ...base, steps: [b] }, { ...base, steps: [{ ...a, note: 'x' }, b] })).toBe('steps.a');
  });
  it('plain lists changed on both sides are asked about', () => {
    expect(merged({ ...base, symptoms: ['dead', 'hot'] }, { ...base, symptoms: [] })).toBe('symptoms');
  });
  it('taking the merge on the other side gives the same document, order of new things aside', () => {
    const mine = { ...base, name: 'q', steps: base.steps.slice(1) };
    const theirs = { ...base, worth: { price: 7, hours: 7 } };
    expect(sameData(merged(mine, theirs), merged(theirs, mine))).toBe(true);
  });
});
