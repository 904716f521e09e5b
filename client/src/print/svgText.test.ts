import { ground } from '../theme/tokens';
import { svgText } from './svgText';

test('a drawing by itself: sized, named, with fonts a writer takes, plain soil and no style of the page', () => {
  const host = document.createElement('div');
  host.innerHTML =
    '<svg width="300" height="200" class="a" style="color: red"><rect fill="url(#soil)"></rect><rect fill="url(#hand)"></rect><text style="font-family: &quot;Source Sans&quot;">1:60 →</text></svg>';
  const text = svgText(host.firstElementChild as SVGElement);
  expect(text).toContain('viewBox="0 0 300 200"');
  expect(text).toContain('xmlns="http://www.w3.org/2000/svg"');
  expect(text).toContain(`fill="${ground.soil}"`);
  expect(text).toContain('fill="url(#hand)"');
  expect(text).toContain('font-family="Source Sans"');
  expect(text).not.toMatch(/style=|class=|→/);
  // What is on the screen stays as it was.
  expect(host.innerHTML).toContain('url(#soil)');
});
