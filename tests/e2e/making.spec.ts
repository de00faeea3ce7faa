import { expect, test } from '@playwright/test';
import { enter, giveOut, isAccessible, makeQuiz, phone, saved, signUp } from './helpers';
import { begins, say } from './words';

test('a new question has the cursor in its text; nothing goes on while saving fails; a link says when it is none', async ({ page }) => {
    await signUp(page);
    await makeQuiz(page, 'At hand');
    await page.getByRole('button', { name: say('build.build.add-the-first-question') }).click();
    await expect(page.getByLabel(say('build.question-editor.question'), { exact: true })).toBeFocused();
    await page.keyboard.type('What is a low tide called?');
    await expect(page.getByLabel(say('build.question-editor.question'), { exact: true })).toHaveValue('What is a low tide called?');
    await saved(page);

    await test.step('what could not be saved is neither published nor rehearsed', async () => {
        await page.route('**/api/quizzes/**', (route) => (route.request().method() === 'POST' ? route.abort() : route.continue()));
        await page.keyboard.type(' And why?');
        await page.getByRole('button', { name: say('build.build.publish'), exact: true }).click();
        await expect(page.getByText(say('build.build.what-you-changed-last-has'))).toBeVisible();
        await page.getByRole('button', { name: say('build.build.rehearse'), exact: true }).click();
        await expect(page.getByLabel(say('build.question-editor.question'), { exact: true })).toBeVisible();
        await page.unroute('**/api/quizzes/**');
        await saved(page);
    });
    await test.step('a sound is chosen among sounds', async () => {
        await page.getByText(say('build.question-editor.pictures-sound-formulas-and-documents'), { exact: true }).click();
        await page.getByText(say('build.pieces-editor.add-a-picture-a-sound', { of: say('build.question-editor.the-question') })).click();
        await expect(page.getByLabel(say('build.media-picker.sound'), { exact: true }).last()).toBeVisible();
        await page.getByText(say('build.media-picker.send-a-sound-of-your')).last().click();
        await expect(page.getByText('MP3, OGG, WAV, M4A or FLAC').last()).toBeVisible();
    });
    await test.step('on a ladder nothing leads elsewhere, and a link is completed or told to be none', async () => {
        await page
            .getByLabel(say('build.rungs.other-kinds', { isFor: 'no' }), { exact: true })
            .selectOption({ label: say('player.rung-content.exercise') });
        await page.getByRole('button', { name: say('build.rungs.add-chosen', { isFor: 'no' }), exact: true }).click();
        const link = page.getByLabel(say('build.rung-editor.link-if-it-is-elsewhere'));
        await link.fill('school.example/page');
        await expect(page.getByText(say('build.rung-editor.this-is-no-address-of'))).toHaveCount(0);
        await link.fill('no address');
        await expect(page.getByText(say('build.rung-editor.this-is-no-address-of'))).toBeVisible();
        await link.fill('https://school.example/page');
        await saved(page);
    });
    await page.setViewportSize(phone);
    await page.getByRole('button', { name: begins(say('cutaway.stop', { number: 1 })) }).click();
    await expect(page.getByRole('button', { name: say('build.build.back-to-the-picture') })).toBeInViewport();
    await isAccessible(page);
});

test('a text has pictures, formulas and documents in it, an upload takes its time, and what is formatted is left alone', async ({
    page,
    browser,
}) => {
    await signUp(page);
    await makeQuiz(page, 'More than words');
    await page.getByRole('button', { name: say('build.build.add-the-first-question') }).click();
    const question = page.getByLabel(say('build.question-editor.question'), { exact: true });
    await question.fill('Which is it?');
    await page.getByLabel(say('build.question-editor.entry', { kind: 'option', name: 'A' }), { exact: true }).fill('Ebb');
    await page.getByLabel(say('build.question-editor.entry', { kind: 'option', name: 'B' }), { exact: true }).fill('Flood');
    await page
        .getByRole('radio', {
            name: say('build.question-editor.is-right', { label: say('build.question-editor.entry', { kind: 'option', name: 'A' }) }),
        })
        .check();
    const parts = page.locator('details').filter({ hasText: begins(say('build.question-editor.pictures-sound-formulas-and-documents')) });

    await test.step('a picture that arrives late is put beside what was typed meanwhile', async () => {
        await page.route('**/api/media', async (route) => {
            await new Promise((done) => setTimeout(done, route.request().method() === 'POST' ? 3000 : 0));
            await route.continue();
        });
        await page.getByText(say('build.question-editor.pictures-sound-formulas-and-documents'), { exact: true }).click();
        await parts.getByText(say('build.pieces-editor.add-a-picture-a-sound', { of: say('build.question-editor.the-question') })).click();
        await parts.getByText(say('build.media-picker.send-a-picture-of-your')).last().click();
        await parts
            .getByLabel(/JPEG, PNG/)
            .first()
            .setInputFiles('docs/screenshots/today.png');
        await parts
            .getByRole('button', { name: say('player.video-view.send'), exact: true })
            .first()
            .click();
        await question.fill('Which of the two is it?');
        const words = parts.getByLabel(say('build.pieces-editor.in-words'), { exact: true });
        await expect(words).toBeVisible({ timeout: 15_000 });
        await expect(question).toHaveValue('Which of the two is it?');
        await words.fill('A tide gauge');
        await page.unroute('**/api/media');
    });
    await test.step('a formula, and a document to open', async () => {
        await parts
            .getByRole('button', { name: say('build.pieces-editor.add-a-formula-to', { of: say('build.question-editor.the-question') }) })
            .click();
        await parts.getByLabel(say('build.pieces-editor.in-tex')).fill('h = \\frac{r}{2}');
        await parts.getByLabel(say('build.pieces-editor.in-words'), { exact: true }).last().fill('h is half of r');
        await parts.getByText(say('build.media-picker.send-a-document-of-your')).first().click();
        await parts
            .getByLabel(/PDF, text/)
            .first()
            .setInputFiles({ name: 'sheet.txt', mimeType: 'text/plain', buffer: Buffer.from('Ebb and flow.') });
        await parts
            .getByRole('button', { name: say('player.video-view.send'), exact: true })
            .last()
            .click();
        await parts.getByLabel(say('build.pieces-editor.its-name')).fill('The sheet');
        await saved(page);
        await isAccessible(page);
    });
    await test.step('what came formatted is shown as it reads, cleaned, and rewritten only when asked', async () => {
        const address = `/api${new URL(page.url()).pathname}`;
        const { document, version } = (await (await page.request.get(address)).json()) as {
            version: number;
            document: { stops: { question: { id: string } }[] };
        };
        const { cookies } = await page.context().storageState();
        const token = decodeURIComponent(cookies.find(({ name }) => name === 'XSRF-TOKEN')?.value ?? '');
        await page.request.post(`${address}/changes`, {
            headers: { 'X-XSRF-TOKEN': token, Accept: 'application/json' },
            data: {
                id: '01KADE0000AAAAAAAAAAAAAAAA',
                version,
                label: 'Explained',
                edits: [
                    {
                        do: 'set',
                        at: document.stops[0]?.question.id,
                        member: 'explanation',
                        value: '<p>The water <b>falls</b>.<img src=x onerror="document.title = 1"></p><ul><li>twice</li></ul>',
                    },
                ],
            },
        });
        const explanation = page.getByRole('group', { name: say('build.question-editor.explanation-for-everybody') });
        await expect(explanation.getByText('falls')).toBeVisible({ timeout: 6000 });
        await expect(explanation.locator('strong')).toHaveText('falls');
        await expect(explanation.locator('img')).toHaveCount(0);
        await expect(explanation.getByRole('textbox')).toHaveCount(0);
    });
    await page.getByRole('button', { name: say('build.build.publish'), exact: true }).click();
    await expect(page.getByText('Published')).toBeVisible();
    const phrase = await giveOut(page, 'More than words', ['Ada']);
    await test.step('a student sees it all, and the explanation with the verdict', async () => {
        const student = await enter(browser, phrase, 'Ada');
        await student.getByRole('button', { name: say('student.own.start') }).click();
        await expect(student.getByRole('img', { name: 'A tide gauge' })).toBeVisible();
        await expect
            .poll(() => student.getByRole('img', { name: 'A tide gauge' }).evaluate((picture: HTMLImageElement) => picture.naturalWidth))
            .toBe(1280);
        await expect(student.getByRole('img', { name: 'h is half of r' })).toBeVisible();
        const sheet = student.waitForEvent('download');
        await student.getByRole('link', { name: 'The sheet' }).click();
        expect((await sheet).suggestedFilename()).toMatch(/sheet/);
        await isAccessible(student);
        await student.getByLabel('Ebb').check();
        await student.getByRole('button', { name: say('player.question-view.check') }).click();
        await expect(student.getByText('falls')).toBeVisible();
        await expect(student.getByRole('listitem').filter({ hasText: 'twice' })).toBeVisible();
    });
    await test.step('without formatting it can be written again', async () => {
        await page.getByRole('link', { name: say('teacher.navigation.quizzes') }).click();
        await page.getByRole('link', { name: 'More than words' }).click();
        await page.getByRole('button', { name: begins(say('cutaway.stop', { number: 1 })) }).click();
        await page.getByRole('button', { name: say('build.rich-field.rewrite-it-without-formatting') }).click();
        await expect(page.getByLabel(say('build.question-editor.explanation-for-everybody'))).toHaveValue('The water falls.\n\ntwice');
    });
});
