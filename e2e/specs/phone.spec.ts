import { expect, test, type Page } from '@playwright/test';
import { demoRun, open, PARTS, step, STEPS } from '../helpers';

/** Sizes a phone's page is seen at: whole, under a browser's bars, small; and on its side. */
const SIZES = [
  { width: 390, height: 844 },
  { width: 390, height: 660 },
  { width: 360, height: 560 },
  { width: 844, height: 390 },
] as const;
/** What the keyboard leaves. */
const TYPING = { width: 390, height: 330 };

/** What is wrong with how a page lies on the screen: too small to touch, wider than the screen, text cut off, one thing to touch over another. */
const faults = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    const TARGET = 47.5;
    const shown = (element: Element) => {
      const box = element.getBoundingClientRect();
      return (
        box.width > 1 && box.height > 1 && (element as HTMLElement).checkVisibility({ opacityProperty: true, visibilityProperty: true })
      );
    };
    const named = (element: Element) =>
      (element.getAttribute('aria-label') ?? (element as HTMLElement).innerText ?? '').trim().slice(0, 40);
    const all = (selector: string) => [...document.querySelectorAll(selector)].filter(shown);
    const found: string[] = [];
    const targets = all(
      'button, a[href], [role=button], [role=link], [role=tab], [role=menuitem], [role=checkbox], [role=radio], input, textarea',
    ).filter(
      // Parts touched in a drawing are as large as they are; each is chosen by its name as well.
      (element) =>
        !element.closest('svg') &&
        !/^(Edit: |Move )/.test(named(element)) &&
        element.getAttribute('aria-disabled') !== 'true' &&
        (element as HTMLInputElement).type !== 'file',
    );
    for (const target of targets) {
      // A field or a tick is touched by all of its frame.
      const framed =
        target instanceof HTMLInputElement || target instanceof HTMLTextAreaElement ? (target.parentElement as Element) : target;
      const { width, height } = framed.getBoundingClientRect();
      if (height < TARGET || width < 40) found.push(`small: ${named(target)} ${width.toFixed(0)} × ${height.toFixed(0)}`);
    }
    if (document.documentElement.scrollWidth > window.innerWidth + 1)
      found.push(`wider than the screen: ${document.documentElement.scrollWidth}`);
    for (const scroller of all('[role=main], [role=main] *'))
      if (
        scroller.scrollWidth > scroller.clientWidth + 1 &&
        ['auto', 'scroll'].includes(getComputedStyle(scroller).overflowX) &&
        scroller.clientWidth > 0 &&
        !scroller.closest('[data-sideways]')
      )
        found.push(`scrolls sideways: ${named(scroller)}`);
    for (const text of all('[role=main] [dir=auto], [role=banner] [dir=auto], [role=navigation] [dir=auto], [role=tablist] [dir=auto]')) {
      const { overflowX, textOverflow } = getComputedStyle(text);
      // What people named may be cut with dots; a word of the program may not.
      if (overflowX === 'hidden' && text.scrollWidth > text.clientWidth + 1 && !text.closest('[role=heading]'))
        found.push(`cut: ${named(text)} ${textOverflow}`);
      const box = text.getBoundingClientRect();
      if (box.right > window.innerWidth + 1 || box.left < -1) found.push(`off the screen: ${named(text)}`);
    }
    // Two things to touch may not lie over each other.
    const boxes = targets
      .filter((one) => !one.closest('[role=dialog], [role=menu]'))
      .map((element) => ({ element, box: element.getBoundingClientRect() }));
    for (const [i, a] of boxes.entries())
      for (const b of boxes.slice(i + 1)) {
        if (a.element.contains(b.element) || b.element.contains(a.element)) continue;
        const [w, h] = [
          Math.min(a.box.right, b.box.right) - Math.max(a.box.left, b.box.left),
          Math.min(a.box.bottom, b.box.bottom) - Math.max(a.box.top, b.box.top),
        ];
        if (w <= 2 || h <= 2) continue;
        // What is scrolled below a bar that stays is not in its way: only what one would hit counts.
        const at = { x: Math.max(a.box.left, b.box.left) + w / 2, y: Math.max(a.box.top, b.box.top) + h / 2 };
        const stays = (element: Element): boolean =>
          element.matches('[role=navigation], [role=banner], [role=tablist]') ||
          getComputedStyle(element).position === 'sticky' ||
          (element.parentElement !== null && stays(element.parentElement));
        if (stays(a.element) || stays(b.element) || at.y < 0 || at.y > window.innerHeight) continue;
        found.push(`over each other: ${named(a.element)} and ${named(b.element)}`);
      }
    return [...new Set(found)];
  });

for (const size of SIZES)
  test(`at ${size.width} × ${size.height} nothing is cut, overlaps or is too small to touch: every screen of a run`, async ({ page }) => {
    await page.setViewportSize(size);
    // Of several services, with levels of finished ground: the fullest forms there are.
    await demoRun(page, size.width === 390 ? 'Pontoon supply' : 'Wash-down drain');
    const found: string[] = [];
    const look = async (where: string) => found.push(...(await faults(page)).map((fault) => `${where}: ${fault}`));
    for (const part of PARTS) {
      await open(page, part);
      await look(part);
    }
    for (const { name, tabs } of STEPS) {
      await step(page, name);
      for (const tab of tabs) {
        await page.getByRole('tab', { name: tab, exact: true }).click();
        await expect(page.getByText(/Working it out|Fetching/)).toHaveCount(0);
        await look(`${name}, ${tab}`);
      }
    }
    expect(found).toEqual([]);
  });

test('with the keyboard up the field, its label and the numbers it changes are in sight, whatever is typed into', async ({ page }) => {
  await demoRun(page, 'Pontoon supply');
  for (const part of PARTS) {
    await page.setViewportSize({ width: 390, height: 660 });
    await open(page, part);
    const field = page.getByRole('form').locator('input:not([type=checkbox]), textarea').last();
    if ((await field.count()) === 0) continue;
    await field.focus();
    await page.setViewportSize(TYPING);
    await expect(page.getByRole('navigation', { name: 'Order of the work' })).toHaveCount(0);
    await expect(page.getByRole('group', { name: /^Cross-section/ })).toHaveCount(0);
    for (const shown of [field, page.getByTestId('number-Depth'), page.getByTestId('number-Dig (bank)')])
      await expect(shown, part).toBeInViewport({ ratio: 0.99 });
    // Not below the line of numbers that stays.
    const [numbers, box] = [await page.getByRole('group', { name: 'Here and in all' }).boundingBox(), await field.boundingBox()];
    expect(box!.y, part).toBeGreaterThanOrEqual(numbers!.y + numbers!.height - 1);
    await field.blur();
  }
  // Left, all comes back.
  await page.setViewportSize({ width: 390, height: 660 });
  await expect(page.getByRole('navigation', { name: 'Order of the work' })).toBeVisible();
  await expect(page.getByRole('group', { name: /^Cross-section/ })).toBeVisible();
});

test('a place on a run is an address: a reload, a link and the way back keep the screen, the station and the inputs that are open', async ({
  page,
  context,
}) => {
  const run = await demoRun(page, 'Wash-down drain');
  const slider = page.getByRole('slider', { name: 'Station along the run' });
  for (let i = 0; i < 20; i++) await slider.press('ArrowRight');
  const station = await slider.getAttribute('aria-valuenow');
  await open(page, 'Width');
  await expect(page).toHaveURL(new RegExp(`${run}/trench/section\\?at=${station}&part=width$`));
  await page.reload();
  await expect(page.getByRole('form', { name: /^Width/ })).toBeVisible();
  await expect(slider).toHaveAttribute('aria-valuenow', station as string);

  await page.getByRole('tab', { name: 'Long' }).click();
  await step(page, 'Works');
  await expect(page.getByRole('slider', { name: 'Station along the run' })).toHaveAttribute('aria-valuenow', station as string);
  await page.goBack();
  await expect(page.getByRole('group', { name: /^Long section/ })).toBeVisible();
  await page.goBack();
  await expect(page.getByRole('form', { name: /^Width/ })).toBeVisible();

  const link = page.url();
  const other = await context.newPage();
  await other.goto(link);
  await expect(other.getByRole('form', { name: /^Width/ })).toBeVisible();
  await expect(other.getByRole('slider', { name: 'Station along the run' })).toHaveAttribute('aria-valuenow', station as string);
});

test('an address that leads nowhere says so and offers the nearest', async ({ page }) => {
  const run = await demoRun(page, 'Wash-down drain');
  await page.goto(`${run}/protection/nonsense`);
  await page.getByRole('button', { name: 'To Protect' }).click();
  await expect(page.getByRole('tab', { name: 'Soil', selected: true })).toBeVisible();
  await page.goto(`${run}/site`);
  await expect(page.getByRole('tab', { name: 'Enter', selected: true })).toBeVisible();
  await page.goto(`${run}/nowhere/at/all`);
  await page.getByRole('button', { name: 'To Works' }).click();
  await expect(page.getByRole('tab', { name: 'Machine', selected: true })).toBeVisible();
  await page.goto(run.replace(/runs\/.*/, 'runs/00000000-0000-4000-8000-000000000000/works/order'));
  await expect(page.getByText('This is not here (any more).')).toBeVisible();
  await page.getByRole('button', { name: 'Back', exact: true }).click();
  await expect(page.getByRole('link', { name: /Wash-down drain/ })).toBeVisible();
});
