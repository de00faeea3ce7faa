import { expect, type Page, type Request } from '@playwright/test';
import { enter, isAccessible, phone } from './helpers';
import { test } from './test';
import { say } from './words';

/** What goes wrong on a page: errors of scripts, and answers of the server that broke. */
function watch(page: Page): string[] {
    const wrong: string[] = [];
    page.on('pageerror', (error) => wrong.push(`${page.url()}: ${error.message}`));
    page.on('console', (message) => message.type() === 'error' && wrong.push(`${page.url()}: ${message.text()}`));
    page.on('response', (response) => response.status() >= 500 && wrong.push(`${response.status()} ${response.url()}`));
    return wrong;
}

/** The kind of an address: what is left of it without its ids. */
const kindOf = (address: string) => address.replace(/[?#].*$/, '').replace(/\b[0-9a-hjkmnp-tv-z]{26}\b/gi, '*');

/** Pages that links lead to, each opened once; the kind that was opened least comes next, so that each kind comes. */
async function crawl(page: Page, starts: string[], most: number): Promise<string[]> {
    const asked = new Set<Request>();
    page.on('request', (request) => request.resourceType() === 'fetch' && asked.add(request));
    page.on('requestfinished', (request) => asked.delete(request));
    page.on('requestfailed', (request) => asked.delete(request));
    const seen = new Set<string>();
    const times = new Map<string, number>();
    let waiting = [...starts];
    while (waiting.length > 0 && seen.size < most) {
        const next = waiting.reduce((best, one) => ((times.get(kindOf(one)) ?? 0) < (times.get(kindOf(best)) ?? 0) ? one : best));
        seen.add(next);
        times.set(kindOf(next), (times.get(kindOf(next)) ?? 0) + 1);
        asked.clear();
        await page.goto(next);
        await expect(page.locator('main:not(.first-paint)'), next).toBeVisible();
        // A list that has not come yet has no links.
        await expect.poll(() => asked.size, { message: next, timeout: 30_000, intervals: [50] }).toBe(0);
        await expect(page.getByText(say('ui.one-moment')), next).toHaveCount(0);
        // What is saved to a file is no page.
        const links = await page
            .locator('a[href^="/"]:not([download])')
            .evaluateAll((found) => found.map((link) => link.getAttribute('href') ?? ''));
        // Saving comes first, so that a button leads there.
        const rehearse = page.getByRole('button', { name: say('build.build.rehearse'), exact: true });
        if (kindOf(next) === '/quizzes/*' && (await rehearse.isEnabled())) {
            links.push(`${next}/rehearse`);
        }
        waiting = [...new Set([...waiting, ...links.filter((link) => !link.startsWith('/media') && !link.startsWith('/join'))])].filter(
            (link) => !seen.has(link),
        );
    }
    return [...seen];
}

async function signIn(page: Page, who: string): Promise<void> {
    await page.goto('/sign-in');
    await page.getByLabel(say('teacher.account.mail-address')).fill(`${who}@full-school.example`);
    await page.getByLabel(say('teacher.account.password')).fill('a long password');
    await page.getByRole('button', { name: say('teacher.account.sign-in') }).click();
    await expect(page.getByRole('heading', { name: say('teacher.today.today') })).toBeVisible();
}

test('in the full school a teacher opens every page, and nothing breaks; to others they tell nothing', async ({ page, browser }) => {
    test.setTimeout(240_000);
    await signIn(page, 'ines');
    const wrong = watch(page);
    const seen = await crawl(page, ['/', '/quizzes', '/classes'], 48);
    expect(wrong).toEqual([]);
    const kinds = new Map(seen.map((address) => [kindOf(address), address]));
    for (const kind of [
        '/quizzes/*',
        '/quizzes/*/rehearse',
        '/quizzes/*/history',
        '/classes/*',
        '/classes/*/roster',
        '/classes/*/record',
        '/classes/*/exit-checks',
        '/classes/*/report',
        '/classes/*/students/*/report',
        '/classes/*/cards',
        '/school',
        '/give',
        '/tasks/*',
        '/tasks/*/evidence',
        '/tasks/*/report',
        '/tasks/*/opening',
        '/tasks/*/students/*',
    ]) {
        expect([...kinds.keys()]).toContain(kind);
    }
    const hers = [...kinds].filter(([kind]) => kind.includes('*')).map(([, address]) => address);

    const colleague = await browser.newPage();
    await signIn(colleague, 'jonas');
    const student = await enter(browser, 'full school first', 'Both Anders', false, 'limpet');
    const nobody = await browser.newPage();
    for (const other of [colleague, student, nobody]) {
        const said = watch(other);
        for (const address of hers) {
            await other.goto(address);
            await expect(other.locator('main:not(.first-paint)'), address).toBeVisible();
            await expect(other.getByText(say('ui.one-moment')), address).toHaveCount(0);
            if (other === colleague) {
                await expect(other.getByText(say('problem.not-found')), address).toBeVisible();
            } else {
                await expect(other.getByRole('heading', { name: say('teacher.account.sign-in') }), address).toBeVisible();
            }
        }
        // That it was refused is told by the browser too, and is no fault.
        expect(said.filter((line) => !/status of 40[134]/.test(line))).toEqual([]);
    }
});

test('in the full school a student with two classes and several tasks goes on in each, on a phone', async ({ browser }) => {
    const page = await enter(browser, 'full school first', 'Both Anders', false, 'limpet');
    expect(page.viewportSize()).toEqual(phone);
    const wrong = watch(page);
    await expect(page.getByRole('heading', { name: 'Class first' })).toBeVisible();
    await expect(page.getByRole('heading', { name: 'Class second' })).toBeVisible();
    await expect(page.getByText(say('student.own.this-task-is-closed', { round: 'no', late: 'no' }).trim()).first()).toBeVisible();
    await isAccessible(page);
    const under = page.getByRole('button', { name: say('student.own.go-on-where-you-were') });
    const tasks = await under.count();
    expect(tasks).toBeGreaterThan(2);
    for (let i = 0; i < tasks; i++) {
        await under.nth(i).click();
        await expect(page.getByRole('link', { name: say('student.round.my-page') })).toBeVisible();
        await expect(page.locator('main')).not.toBeEmpty();
        await isAccessible(page);
        await page.getByRole('link', { name: say('student.round.my-page') }).click();
        await expect(under).toHaveCount(tasks);
    }
    expect(wrong).toEqual([]);
});

test('whoever cannot leave is told, and what was half written is gone once they have left', async ({ browser }) => {
    const page = await enter(browser, 'full school first', 'Both Anders', false, 'limpet');
    await page.evaluate(() => localStorage.setItem('draft-x-y', '{"text":"half"}'));
    await page.route('**/api/student/sign-out', (route) => route.abort());
    await page.getByRole('button', { name: say('student.own.leave') }).click();
    await expect(page.getByText(say('student.own.you-are-still-in-on'))).toBeVisible();
    await page.unroute('**/api/student/sign-out');
    await page.getByRole('button', { name: say('student.own.leave') }).click();
    await expect(page.getByRole('heading', { name: say('student.entry.come-in') })).toBeVisible();
    expect(await page.evaluate(() => localStorage.getItem('draft-x-y'))).toBeNull();
});
