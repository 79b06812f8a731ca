/** What of an element's look is written into it, so that it needs no style sheet. */
const looks = [
  'fill',
  'stroke',
  'stroke-width',
  'stroke-dasharray',
  'stroke-linecap',
  'stroke-linejoin',
  'font-size',
  'font-weight',
  'text-anchor',
  'opacity',
] as const;

/** A drawing on the page as SVG text that stands alone: every look written out, words without their halo. */
export function svgForPaper(drawing: SVGSVGElement, font: string): string {
  const copy = drawing.cloneNode(true) as SVGSVGElement;
  const originals = [drawing, ...drawing.querySelectorAll<SVGElement>('*')];
  const copies = [copy, ...copy.querySelectorAll<SVGElement>('*')];
  originals.forEach((original, index) => {
    const twin = copies[index]!;
    const style = getComputedStyle(original);
    for (const look of looks) twin.setAttribute(look, style.getPropertyValue(look));
    twin.removeAttribute('class');
    twin.removeAttribute('data-testid');
    if (original instanceof SVGTextElement) {
      twin.setAttribute('font-family', font);
      // Paper knows no paint order: the halo would cover the letters.
      twin.setAttribute('stroke', 'none');
    }
  });
  copy.setAttribute('xmlns', 'http://www.w3.org/2000/svg');
  return new XMLSerializer().serializeToString(copy);
}
