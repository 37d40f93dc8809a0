import { Window } from 'happy-dom';
import { asInlineSvg, asSvg, innerSvg } from './to-svg';

/** A rendered element with some markup in it, as the drawing process has one. */
function holder(markup: string): Element {
  const { document } = new Window();
  const element = document.createElement('div');
  element.innerHTML = markup;
  return element as unknown as Element;
}
const inner = (markup: string, taking?: Parameters<typeof innerSvg>[1]) => innerSvg(holder(markup), taking);

test('parts of a picture stand at the corners that they carry, one within the other', () => {
  expect(
    inner(
      '<div data-piece="10,20.5"><svg width="9"><path d="M0 0h1" fill="red"/></svg><div data-piece="0,0"><svg><circle r="2" fill="blue"/></svg></div></div>',
    ),
  ).toBe('<g transform="translate(10 20.5)"><path d="M0 0h1" fill="red"/><circle r="2" fill="blue"/></g>');
  expect(inner('<div data-scale="1.2"><svg><rect width="4" fill="red"/></svg></div>')).toBe(
    '<g transform="scale(1.2)"><rect width="4" fill="red"/></g>',
  );
});

test('what runs, links, loads or only serves the screen is left out', () => {
  for (const left of [
    '<script>alert(1)</script>',
    '<a href="https://x.example"><rect width="1" fill="red"/></a>',
    '<image href="https://x.example/a.png"></image>',
    '<use href="#a"></use>',
    '<foreignObject><div>words</div></foreignObject>',
    '<rect width="3" fill="transparent"></rect>',
    '<path d="M0 0" fill="none" stroke="transparent"></path>',
    '<g data-no-export="true"><rect width="4" fill="red"></rect></g>',
    '<g><g></g></g>',
  ])
    expect(inner(`<svg><path d="M1 1" fill="red"></path>${left}</svg>`)).toBe('<path d="M1 1" fill="red"/>');
  expect(
    inner(
      '<svg><rect width="2" fill="red" onclick="alert(1)" style="fill:url(https://x.example)" class="a" data-x="1" tabindex="0"></rect></svg>',
    ),
  ).toBe('<rect width="2" fill="red"/>');
});

test('words are escaped, sizes in em become pixels, and only titles of shapes stay', () => {
  expect(
    inner('<svg><text font-size="20" dy="0.35em" x="1">A &amp; B &lt;i&gt;<title>whole</title></text></svg>'),
  ).toBe('<text font-size="20" dy="7" x="1">A &amp; B &lt;i&gt;</text>');
  expect(inner('<svg><rect width="1" fill="red"><title>5 &lt; 6</title></rect></svg>')).toBe(
    '<rect width="1" fill="red"><title>5 &lt; 6</title></rect>',
  );
});

test('ids are counted from one in every picture, where one is asked for with a beginning of its own', () => {
  const markup =
    '<svg><defs><clipPath id="recharts77-clip"><rect width="5" fill="red"/></clipPath></defs><g clip-path="url(#recharts77-clip)"><path d="M0 0" fill="red"/></g></svg>';
  const clipped = (id: string) =>
    `<defs><clipPath id="${id}"><rect width="5" fill="red"/></clipPath></defs><g clip-path="url(#${id})"><path d="M0 0" fill="red"/></g>`;
  expect(inner(markup)).toBe(clipped('p1'));
  expect(inner(markup, { ids: 'tile-' })).toBe(clipped('tile-1'));
});

test('faces are named for machines without ours; in a page of ours as the page has them', () => {
  const markup = '<svg><text font-family="var(--serif)">a</text><text font-family="Comic">b</text></svg>';
  expect(inner(markup)).toBe(
    `<text font-family="'Source Serif 4', Georgia, 'Times New Roman', serif">a</text><text font-family="'Source Sans 3', 'Segoe UI', 'Helvetica Neue', Arial, sans-serif">b</text>`,
  );
  expect(inner(markup, { ownFaces: true })).toContain('<text font-family="var(--serif)">a</text>');
});

test('the outermost element says its size and what it is', () => {
  const drawn = { width: 300.25, height: 200, inner: '<path d=""/>', title: 'Fees & <more>' };
  const svg = asSvg(drawn, '<style>a</style>');
  expect(svg).toMatch(
    /^<svg xmlns="http:\/\/www.w3.org\/2000\/svg" width="300.25" height="200" viewBox="0 0 300.25 200"/,
  );
  expect(svg).toContain('<title>Fees &amp; &lt;more&gt;</title><style>a</style><path d=""/></svg>');
  // Within a page, the tile around it says what it is.
  expect(asInlineSvg(drawn)).toBe(
    '<svg width="300.25" height="200" aria-hidden="true" font-size="14" style="display:block"><path d=""/></svg>',
  );
});
