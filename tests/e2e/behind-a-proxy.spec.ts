import { execFileSync } from 'node:child_process';
import { expect } from '@playwright/test';
import { demo, enter } from './helpers';
import { test } from './test';
import { say } from './words';

// Served as a school would serve it: by another name, behind a proxy that speaks TLS (deploy/proxy.example.conf).

test.use({ ignoreHTTPSErrors: true });

const address = process.env.E2E_ADDRESS ?? '';

/** A request from another address of this machine, which is no proxy of ours. */
function askFrom(source: string, path: string, ...more: string[]): { status: number; headers: string } {
    const { hostname, port } = new URL(address);
    const headers = execFileSync('curl', [
        ...['-sk', '-o', '/dev/null', '-D', '-', '--interface', source, '--resolve', `${hostname}:${port}:127.0.0.1`, ...more],
        `${address}${path}`,
    ]).toString();
    return { status: Number(/^HTTP\/\S+ (\d+)/.exec(headers)?.[1]), headers };
}

test('cookies are for this host and for TLS alone, and the browser is told to stay with TLS', async ({ page, context }) => {
    const answer = await page.goto('/sign-in');
    expect(answer?.headers()['strict-transport-security']).toBe('max-age=31536000');
    await page.getByLabel(say('teacher.account.mail-address')).fill(demo.teacher.email);
    await page.getByLabel(say('teacher.account.password')).fill(demo.teacher.password);
    await page.getByLabel(say('teacher.account.stay-signed-in-on-this')).check();
    await page.getByRole('button', { name: say('teacher.account.sign-in') }).click();
    await expect(page.getByRole('heading', { name: say('teacher.today.today') })).toBeVisible();
    const cookies = await context.cookies();
    expect(cookies.map((cookie) => cookie.name.replace(/_[0-9a-f]{40}$/, '')).sort()).toEqual([
        '__Host-XSRF-TOKEN',
        '__Host-hidden_ladder_device',
        '__Host-hidden_ladder_e2e',
        '__Host-remember_teacher',
    ]);
    for (const cookie of cookies) {
        expect(cookie, cookie.name).toMatchObject({ secure: true, path: '/', sameSite: 'Lax' });
    }
});

test('a student comes in and answers', async ({ browser }) => {
    const page = await enter(browser, demo.phrase, 'Ada Brandt', false, 'seashell');
    await expect(page.getByText('Tides at Skerry Bay')).toBeVisible();
});

test('the post box of the demo is shut, also to who says that they are this machine', async () => {
    expect(askFrom('127.0.0.1', '/api/post-box').status).toBe(404);
    expect(askFrom('127.0.0.7', '/api/post-box', '-H', 'X-Forwarded-For: 127.0.0.1').status).toBe(404);
    expect(askFrom('127.0.0.7', '/health').status).toBe(200);
});
