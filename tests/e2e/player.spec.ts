import { expect } from '@playwright/test';
import { alsoSay, chooseKind, enter, giveOut, hint, isAccessible, makeQuiz, saved, signUp } from './helpers';
import { test } from './test';
import { begins, say } from './words';

test('a student walks by keyboard alone: several choices, an unclear number, a side stop, help asked for', async ({ page, browser }) => {
    await signUp(page);
    await makeQuiz(page, 'By keyboard alone');

    await test.step('the teacher makes a side stop and lets a wrong number lead to it', async () => {
        await page.getByRole('button', { name: say('build.build.add-the-first-question') }).click();
        await chooseKind(page, 'several-choices');
        await page.getByLabel(say('build.question-editor.question'), { exact: true }).fill('Which are birds of the shore?');
        for (const [option, text] of [
            ['A', 'Heron'],
            ['B', 'Limpet'],
            ['C', 'Tern'],
        ] as const) {
            await page.getByLabel(say('build.question-editor.entry', { kind: 'option', name: option }), { exact: true }).fill(text);
        }
        await page
            .getByLabel(say('build.question-editor.is-right', { label: say('build.question-editor.entry', { kind: 'option', name: 'A' }) }))
            .check();
        await page
            .getByLabel(say('build.question-editor.is-right', { label: say('build.question-editor.entry', { kind: 'option', name: 'C' }) }))
            .check();
        await alsoSay(page, 'notRight', 'One of them has a shell.');
        await page.getByRole('button', { name: say('build.build.add-a-side-stop') }).click();
        await page.getByLabel(say('build.editor.heading')).fill('Counting eggs');
        await page.getByLabel(say('build.editor.text'), { exact: true }).fill('A tern lays two eggs.');
        await page.getByRole('button', { name: begins(say('cutaway.stop', { number: 1 })) }).click();
        await page.getByRole('button', { name: say('build.build.add-a', { stop: 'question' }) }).click();
        await chooseKind(page, 'number');
        await page.getByLabel(say('build.question-editor.question'), { exact: true }).fill('How many eggs does a tern lay?');
        await page.getByLabel(say('build.question-editor.entry', { kind: 'accepted', name: 1 }), { exact: true }).fill('2');
        await page.getByLabel(say('build.kind-fields.may-differ-by')).fill('0.5');
        await expect(page.getByLabel(say('build.kind-fields.may-differ-by'))).toHaveValue('0.5');
        await page.getByLabel(say('build.question-editor.entry', { kind: 'wrong', name: 2 }), { exact: true }).fill('200');
        const wrong = say('build.question-editor.entry', { kind: 'wrong', name: 2 });
        await page.getByRole('button', { name: say('build.question-editor.what-follows', { name: wrong }) }).click();
        await page
            .getByLabel(say('build.fork-editor.leads-to'))
            .first()
            .selectOption({ label: say('build.fork-editor.side-stop', { name: 'Counting eggs' }) });
        await hint(page, 1, 'Fewer than three.');
        await saved(page);
    });
    await page.getByRole('button', { name: say('build.build.publish') }).click();
    await expect(page.getByText(say('build.build.edition-is-published', { edition: 1 }))).toBeVisible();
    const phrase = await giveOut(page, 'By keyboard alone', ['Greta Solano']);

    const greta = await enter(browser, phrase, 'Greta Solano');
    const keys = greta.keyboard;
    await greta.getByRole('button', { name: say('student.own.start') }).press('Enter');
    await expect(greta.getByLabel('Heron')).toBeVisible();
    const asked: string[] = [];
    greta.on('request', (request) => asked.push(new URL(request.url()).pathname));
    await test.step('several choices: all of the right ones and no other', async () => {
        await greta.getByLabel('Heron').focus();
        await keys.press('Space');
        await keys.press('Tab');
        await keys.press('Space');
        await keys.press('Enter');
        await expect(greta.getByText('One of them has a shell.')).toBeVisible();
        await greta.getByLabel('Heron').check();
        await greta.getByLabel('Tern').check();
        await keys.press('Enter');
        await expect(greta.getByText(say('player.verdict.right'))).toBeVisible();
        await greta.getByRole('button', { name: say('player.player.go-on') }).press('Enter');
    });
    await test.step('what is no number is told and costs nothing', async () => {
        await greta.getByLabel(say('player.typed.your-answer-a-number')).fill('many');
        await keys.press('Enter');
        await expect(greta.getByText(say('marking.no-number'))).toBeVisible();
        await expect(greta.getByText(say('player.verdict.not-yet'))).toHaveCount(0);
    });
    await test.step('a foreseen wrong number leads aside and back', async () => {
        await greta.getByLabel(say('player.typed.your-answer-a-number')).fill('200');
        await keys.press('Enter');
        await greta.getByRole('button', { name: say('player.player.go-on') }).press('Enter');
        await expect(greta.getByRole('heading', { name: 'Counting eggs' })).toBeVisible();
        await isAccessible(greta);
        await greta.getByRole('button', { name: say('player.player.go-on') }).press('Enter');
        await expect(greta.getByText('How many eggs does a tern lay?')).toBeVisible();
    });
    await test.step('help is there when it is asked for, and stays at hand', async () => {
        await greta.getByRole('button', { name: say('player.question-view.help') }).press('Enter');
        await expect(greta.getByText('Fewer than three.')).toBeVisible();
        await greta.getByRole('button', { name: say('player.question-view.try-it-again') }).press('Enter');
        await expect(greta.getByText('Fewer than three.')).toHaveCount(0);
        await greta.getByRole('button', { name: say('player.question-view.help') }).press('Enter');
        await expect(greta.getByText('Fewer than three.')).toBeVisible();
        // It has unfolded below the question, and the answer can be given beside it.
        await expect(greta.getByLabel(say('player.typed.your-answer-a-number'))).toBeEnabled();
        await greta.getByRole('button', { name: say('player.question-view.help') }).press('Enter');
        await expect(greta.getByText('Fewer than three.')).toHaveCount(0);
    });
    await greta.getByLabel(say('player.typed.your-answer-a-number')).fill('2,4');
    await keys.press('Enter');
    await greta.getByRole('button', { name: say('player.player.go-on') }).press('Enter');
    await expect(greta.getByText('2 answers right with some help.')).toBeVisible();
    // What an answer asks for is its own round, and nothing of other tasks.
    expect(asked.filter((path) => path.endsWith('/events')).length).toBeGreaterThan(5);
    expect(asked.filter((path) => path.startsWith('/api/') && !/^\/api\/student\/rounds\//.test(path))).toEqual([]);
    await greta.getByRole('link', { name: say('student.round.to-my-page') }).press('Enter');
    await expect(greta.getByRole('button', { name: say('student.own.another-round') })).toBeVisible();
});

test('two devices at once: one event is taken, the other is told', async ({ page, browser }) => {
    await signUp(page);
    await makeQuiz(page, 'At once');
    await page.getByRole('button', { name: say('build.build.add-the-first-question') }).click();
    await chooseKind(page, 'short-text');
    await page.getByLabel(say('build.question-editor.question'), { exact: true }).fill('Ebb or flood?');
    await page.getByLabel(say('build.question-editor.entry', { kind: 'accepted', name: 1 }), { exact: true }).fill('ebb');
    await saved(page);
    await page.getByRole('button', { name: say('build.build.publish') }).click();
    await expect(page.getByText(say('build.build.edition-is-published', { edition: 1 }))).toBeVisible();
    const phrase = await giveOut(page, 'At once', ['Hugo Pereira']);
    const phone = await enter(browser, phrase, 'Hugo Pereira');
    await phone.getByRole('button', { name: say('student.own.start') }).click();
    await expect(phone.getByText('Ebb or flood?')).toBeVisible();

    const statuses = await phone.evaluate(async () => {
        const round = window.location.pathname.split('/').pop();
        const token = decodeURIComponent(document.cookie.split('XSRF-TOKEN=')[1]?.split(';')[0] ?? '');
        const headers = { Accept: 'application/json', 'Content-Type': 'application/json', 'X-XSRF-TOKEN': token };
        const view = await (await fetch(`/api/student/rounds/${round}`, { headers })).json();
        const send = (id: string) =>
            fetch(`/api/student/rounds/${round}/events`, {
                method: 'POST',
                headers,
                body: JSON.stringify({
                    id,
                    after: view.last,
                    kind: 'answered',
                    at: null,
                    data: { question: view.place.question.id, response: { text: 'flood' } },
                }),
            }).then((answer) => answer.status);
        const ids = Array.from({ length: 8 }, (_, index) => `01KB000000000000000000000${index}`);
        // Each of eight events twice, all at the same time.
        return Promise.all([...ids, ...ids].map(send));
    });
    // One of the eight wins; its second sending gets the same reply, the other fourteen are stale.
    expect(statuses.filter((status) => status === 200)).toHaveLength(2);
    expect(statuses.filter((status) => status === 409)).toHaveLength(14);
    await phone.reload();
    await expect(phone.getByText(say('player.verdict.not-yet'))).toBeVisible();
});
