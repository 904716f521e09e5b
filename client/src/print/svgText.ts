import { ground } from '../theme/tokens';

/** Fills paper cannot take: a tiled pattern shows its joints there, as if soil were laid in bricks. */
const PLAIN: Readonly<Record<string, string>> = { 'url(#soil)': ground.soil };

/** An SVG of the page by itself: sized, its namespace named, styles that only a page knows left out. */
export function svgText(svg: SVGElement): string {
  const copy = svg.cloneNode(true) as SVGElement;
  copy.setAttribute('xmlns', 'http://www.w3.org/2000/svg');
  copy.setAttribute('viewBox', `0 0 ${svg.getAttribute('width')} ${svg.getAttribute('height')}`);
  for (const element of [copy, ...copy.querySelectorAll('*')]) {
    // The writer takes a font's name as it is, without the quotes a style puts round it.
    const family = (element as SVGElement).style?.fontFamily || element.getAttribute('font-family');
    element.removeAttribute('style');
    element.removeAttribute('class');
    if (family) element.setAttribute('font-family', family.replace(/["']/g, ''));
    const plain = PLAIN[element.getAttribute('fill') ?? ''];
    if (plain) element.setAttribute('fill', plain);
  }
  // The shipped font has no level arrows; the page borrows them from another, paper cannot.
  return copy.outerHTML.replaceAll('→', '>').replaceAll('←', '&lt;');
}
