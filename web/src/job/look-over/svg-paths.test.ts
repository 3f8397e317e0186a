import { describe, expect, it } from '@jest/globals';
import { readSvgPaths } from './svg-paths';

const svg = (body: string, head = 'width="20mm" viewBox="0 0 10 5"'): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" ${head}>${body}</svg>`;

describe('readSvgPaths', () => {
  it('gives outlines in true millimetres, transforms taken in', () => {
    const verdict = readSvgPaths(
      svg('<g transform="translate(1 1)"><rect x="0" y="0" width="2" height="1"/></g>'),
    );
    expect(verdict).toMatchObject({
      ok: true,
      from: [
        { x: 0, y: 0 },
        { x: 20, y: 10 },
      ],
    });
    expect(verdict.ok && verdict.paths[0]).toMatch(/^M2 2H6V4H2Z$/i);
  });
  it('reads every plain shape', () => {
    const shapes =
      '<path d="M0 0L1 1"/><circle cx="2" cy="2" r="1"/><ellipse cx="2" cy="2" rx="1" ry="2"/><line x1="0" y1="0" x2="1" y2="1"/><polyline points="0,0 1,1"/><polygon points="0,0 1,1 2,0"/>';
    const verdict = readSvgPaths(svg(shapes));
    expect(verdict.ok && verdict.paths).toHaveLength(6);
    for (const path of verdict.ok ? verdict.paths : [])
      expect(path).toMatch(/^[MmLlHhVvCcSsQqTtAaZz\d\s,.eE+-]*$/);
  });
  it.each([
    ['a script alone', svg('<script>alert(1)</script>'), 'no outlines'],
    [
      'a web page inside',
      svg(
        '<foreignObject><iframe xmlns="http://www.w3.org/1999/xhtml" src="javascript:alert(1)"/></foreignObject>',
      ),
      'no outlines',
    ],
    [
      'entities that grow',
      `<!DOCTYPE svg [<!ENTITY a "aaaa">]>${svg('<path d="M0 0L1 1"/>')}`,
      'document type',
    ],
    ['words', 'hello', 'not an SVG'],
    ['another kind of page', '<html xmlns="http://www.w3.org/1999/xhtml"><body/></html>', 'not an SVG'],
    ['too many shapes', svg('<path d="M0 0L1 1"/>'.repeat(2100)), 'more than 2000'],
  ])('refuses %s', (_, text, why) => {
    const verdict = readSvgPaths(text);
    expect(verdict.ok ? '' : verdict.message).toContain(why);
  });
});
