import { readFileSync } from 'node:fs';
import { misplaced } from './measure.mjs';
import { expect, job, login, test } from './support.mjs';
import { unspoken } from './words.mjs';

const views = [
    '/',
    job,
    `${job}/networks?from=guests`,
    `${job}/networks?edit=video`,
    `${job}/cables`,
    `${job}/cables/list`,
    `${job}/light`,
    `${job}/lists/fixtures`,
    `${job}/media`,
    `${job}/chains`,
    `${job}/rooms`,
    `${job}/power`,
    `${job}/hand-over`,
    `${job}/papers/addresses/back`,
    `${job}/proof/conflicts`,
    `${job}/devices?sel=receiver-3`,
    `${job}/list`,
    `${job}/addresses`,
    `${job}/ask`,
    `${job}/dates`,
    `${job}/bench`,
    `${job}/bench/several?of=kind:ptz-camera-rotary`,
    `${job}/bench/schedule`,
    `${job}/bench/keyed?place=ticket-hall`,
    `${job}/vault`,
    `${job}/scan?code=KS-NEW-4711`,
    `${job}/bench/berth-4?step=dial`,
    `${job}/bench/ramp-phone?step=clean`,
    `${job}/pairings`,
    `${job}/voice?from=2001&number=0112`,
    `${job}/voice/sums?callsPerHour=90&holdSeconds=150&channels=6`,
    `${job}/voice/several?first=2012&count=3`,
    `${job}/phones`,
    `${job}/air`,
    `${job}/phones/ticket-1/file`,
    `${job}/kinds`,
    `${job}/kinds/ptz-camera-rotary`,
    `${job}/kinds/desk-phone-keypad/practice`,
    `${job}/proof`,
    `${job}/proof?axis=segment&row=Skerry+Slip&column=Voice,+Northpier`,
    `${job}/proof/what-if?on=segment:sound&field=querier&value=yes&thing=Core+router`,
    `${job}/proof/intents/+`,
    `${job}/papers/ports`,
    `${job}/sweep`,
    `${job}/find?q=horn`,
    `${job}/records/routers/core`,
    `${job}/records/switches/sw-core`,
    `${job}/records/locations/+`,
];

// Made of the same pieces as others of the list.
const alike = [/edit=video/, /locations\/\+/, /step=dial/, /kinds$/, /column=Voice/, /papers/];
const different = views.filter((view) => !alike.some((like) => like.test(view)));

// The themes differ in their colours alone, so in the dark only what rests on colours is looked at again.
const all = { runOnly: { type: 'tag', values: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'best-practice'] } };
const colours = { runOnly: { type: 'rule', values: ['color-contrast', 'link-in-text-block'] } };

// First, while nobody else has changed anything yet.
test('reading works without JavaScript', async ({ browser }) => {
    const context = await browser.newContext({ javaScriptEnabled: false });
    const page = await context.newPage();
    await login(page, 'vera');
    await page.goto(`${job}/proof?intent=guests-receivers`);
    await expect(page.locator('tr.sel').first()).toContainText('Guests keep out of the receivers');
    await page.goto(`${job}/devices?sel=receiver-3`);
    await expect(page.locator('.why')).toContainText('Receiver 3 has no gateway');
    await context.close();
});

const axe = readFileSync('node_modules/axe-core/axe.min.js', 'utf8');

/** Only the faults leave the page: its wrapper for several frames, which no view has, takes three times as long. */
const faultsOn = async (page, rules) => {
    if (!(await page.evaluate(() => 'axe' in window))) await page.evaluate(axe);
    return page.evaluate(async (options) => {
        const result = await window.axe.run(document, { ...options, resultTypes: ['violations'] });
        return result.violations
            .filter((v) => ['serious', 'critical'].includes(v.impact))
            .map((v) => `${v.id} ${v.nodes[0].html} ${v.nodes[0].any[0]?.message ?? ''}`);
    }, rules);
};

/** Each view is opened once: looked at in the light, in the dark, and made narrow. */
const look = async (page, view, isLookedAtInTheDark) => {
    const found = [];
    await page.setViewportSize({ width: 1280, height: 844 });
    await page.emulateMedia({ colorScheme: 'light' });
    await page.goto(view);
    found.push(...(await unspoken(page)));
    if (different.includes(view)) found.push(...(await faultsOn(page, all)));
    if (isLookedAtInTheDark) {
        await page.emulateMedia({ colorScheme: 'dark' });
        // Colours that change by and by are measured when they have changed.
        await page.evaluate(() => Promise.all(document.getAnimations().map((animation) => animation.finished)));
        found.push(...(await faultsOn(page, colours)).map((fault) => `in the dark: ${fault}`));
    }
    for (const width of [1280, 1000, 820, 390]) {
        await page.setViewportSize({ width, height: 844 });
        found.push(...(await misplaced(page)).map((fault) => `at ${width}: ${fault}`));
    }
    return found.map((fault) => `${view}: ${fault}`);
};

for (const half of [0, 1]) {
    test(`no view has a serious accessibility fault, is cut, lies over itself, or speaks in ids, half ${half + 1}`, async ({ page }) => {
        test.setTimeout(900_000);
        const faults = half === 0 ? await look(page, '/login', true) : [];
        await login(page);
        for (const [n, view] of views.entries()) {
            if (n % 2 === half) faults.push(...(await look(page, view, different.indexOf(view) % 2 === 0)));
        }
        expect(faults).toEqual([]);
    });
}

test('bench targets are thumb-sized at 390 px', async ({ page }) => {
    await login(page);
    await page.setViewportSize({ width: 390, height: 844 });
    for (const unit of ['berth-3', 'ramp-phone']) {
        await page.goto(`${job}/bench/${unit}?step=address`);
        const small = await page.evaluate(() =>
            [...document.querySelectorAll('.bench button, .bench summary, .bench .todo .here a')]
                .filter((b) => b.offsetParent && b.getBoundingClientRect().height < 44)
                .map((b) => b.textContent.trim()),
        );
        expect(small).toEqual([]);
    }
});

test('labels on a ruler do not overlap', async ({ page }) => {
    await login(page);
    await page.goto(`${job}/networks`);
    const overlaps = await page.evaluate(() =>
        [...document.querySelectorAll('svg.ruler')].flatMap((svg) => {
            const boxes = [...svg.querySelectorAll('text:not(.q)')].map((t) => [t.textContent, t.getBoundingClientRect()]);
            return boxes.flatMap(([a, x], i) =>
                boxes
                    .slice(i + 1)
                    .filter(([, y]) => x.left < y.right && y.left < x.right && x.top < y.bottom - 2 && y.top < x.bottom - 2)
                    .map(([b]) => `${a} / ${b}`),
            );
        }),
    );
    expect(overlaps).toEqual([]);
});
