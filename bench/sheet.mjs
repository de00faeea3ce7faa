// A spreadsheet of a task with 10,000 rounds, made in the browser: from the press to the file, against 3 s.
import { readFileSync } from 'node:fs';
import { chromium } from '@playwright/test';

const ROUNDS = 10_000;
const LIMIT = 3000;
const TURNS = 3;
const base = process.argv[2];

const browser = await chromium.launch({
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    args: JSON.parse(readFileSync('tests/e2e/chromium.json', 'utf8')),
});
try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, baseURL: base });
    await page.goto('/sign-in');
    await page.getByLabel('Mail address').fill('ines.calder@skerrybay.example');
    await page.getByLabel('Password').fill('skerry-tides-8');
    await page.getByRole('button', { name: 'Sign in' }).click();
    await page.waitForURL('**/today');
    const [group] = await (await page.request.get('/api/classes')).json();
    const { tasks } = await (await page.request.get(`/api/classes/${group.id}/record`)).json();
    const { id } = tasks.find(({ n }) => n > 0);
    await page.route(`**/api/tasks/${id}/rounds`, async (route) => {
        const told = await (await route.fetch()).json();
        const rounds = Array.from({ length: ROUNDS }, (_, at) => ({ ...told.rounds[at % told.rounds.length], number: at + 1 }));
        await route.fulfill({ json: { ...told, rounds } });
    });
    await page.goto(`/tasks/${id}/evidence`);
    const button = page.getByRole('button', { name: 'As a spreadsheet' });
    await button.waitFor();
    const taken = [];
    for (let turn = 0; turn < TURNS; turn++) {
        const file = page.waitForEvent('download');
        const began = performance.now();
        await button.click();
        await (await file).path();
        taken.push(performance.now() - began);
    }
    const value = taken.sort((a, b) => a - b)[Math.floor(TURNS / 2)];
    console.log(
        JSON.stringify({
            name: `a spreadsheet of ${ROUNDS} rounds`,
            value: Math.round(value),
            unit: 'ms',
            against: `limit of ${LIMIT} ms`,
            ratio: Math.round((100 * value) / LIMIT) / 100,
        }),
    );
} finally {
    await browser.close();
}
