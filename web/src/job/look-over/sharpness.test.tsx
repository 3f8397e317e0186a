import { describe, expect, it } from '@jest/globals';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { render, screen } from '@testing-library/react';
import type { FaceSheet, PictureLook } from '@zebbit/core';
import { Sharpness } from './sharpness';

const sheet: FaceSheet = {
  face: 'top',
  photoId: 'p1',
  widthPx: 4000,
  heightPx: 3000,
  name: 'overview',
  measure: null,
  shown: true,
  opacity: 1,
};
/** Ten millimetres are so many pixels: two lengths square to each other, so that nothing of the tilt is left open. */
const measured = (pxPer10: number): FaceSheet => ({
  ...sheet,
  measure: {
    kind: 'plane',
    points: [
      { at: { x: 1000, y: 1000 }, mm: { x: 0, y: 0 } },
      { at: { x: 1000 + pxPer10, y: 1000 }, mm: { x: 10, y: 0 } },
      { at: { x: 1000 + pxPer10, y: 1000 + pxPer10 }, mm: { x: 10, y: 10 } },
      { at: { x: 1000, y: 1000 + pxPer10 }, mm: { x: 0, y: 10 } },
    ],
  },
});

function shown(of: FaceSheet, look: PictureLook | null): string {
  const client = new QueryClient();
  if (look) client.setQueryData(['picture-look', of.photoId], look);
  const { container } = render(
    <QueryClientProvider client={client}>
      <Sharpness sheet={of} />
    </QueryClientProvider>,
  );
  return container.textContent;
}

describe('how sharp a picture is', () => {
  it('is said as soon as it is known, by how much of a board it may show', () => {
    expect(shown(sheet, { edgePx: 4, widestMm: 140 })).toBe(
      'At its sharpest it will do for torn pads if it shows no more than 140 mm across.',
    );
    expect(shown(sheet, { edgePx: 90, widestMm: 6.22 })).toMatch(/no more than 6\.2 mm across/);
  });
  it('is held against what the picture shows once it is measured', () => {
    // 4,000 pixels at 100 a millimetre are 40 mm.
    expect(shown(measured(1000), { edgePx: 4, widestMm: 140 })).toBe(
      'At its sharpest it will do for torn pads: it shows 40 mm across, up to 140 mm would do.',
    );
    expect(shown(measured(1000), { edgePx: 19, widestMm: 29.5 })).toMatch(
      /^Nowhere sharp enough for torn pads: it shows 40 mm across, no more than (29|30) mm would do\./,
    );
    expect(screen.getByText(/Rest the camera/)).toBeTruthy();
  });
  it('of a picture without edges nothing is promised, and nothing is said before it was looked at', () => {
    expect(shown(sheet, { edgePx: null, widestMm: null })).toMatch(/Hardly an edge to be seen/);
    expect(shown(sheet, null)).toBe('');
  });
  it('stands upright as well: the longer side counts', () => {
    const upright: FaceSheet = { ...measured(1000), widthPx: 3000, heightPx: 4000 };
    expect(shown(upright, { edgePx: 4, widestMm: 140 })).toMatch(/it shows 40 mm across/);
  });
});
