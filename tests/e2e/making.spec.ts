import { expect } from '@playwright/test';
import type { QuestionKind, Quiz, QuizDocument } from '../../resources/js/api/types';
import { enter, giveOut, hint, isAccessible, makeQuiz, phone, saved, signUp, writeChoice } from './helpers';
import { test } from './test';
import { begins, say } from './words';

test('a new question has the cursor in its text; nothing goes on while saving fails; a link says when it is none', async ({ page }) => {
    await signUp(page);
    await makeQuiz(page, 'At hand');
    await page.getByRole('button', { name: say('build.build.add-the-first-question') }).click();
    await expect(page.getByLabel(say('build.question-editor.question'), { exact: true })).toBeFocused();
    await page.keyboard.type('What is a low tide called?');
    await expect(page.getByLabel(say('build.question-editor.question'), { exact: true })).toHaveText('What is a low tide called?');
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
        await page.getByLabel(say('build.question-editor.question'), { exact: true }).focus();
        await page.keyboard.press('Alt+i');
        await page.getByRole('menuitem', { name: say('build.insert-menu.medium', { kind: 'sound' }) }).click();
        const shelf = page.getByRole('group', { name: say('build.media-shelf.put-in', { kind: 'sound' }) });
        await expect(shelf.locator('input[type=file]')).toHaveAttribute('accept', 'audio/*');
        await page.keyboard.press('Escape');
        await expect(shelf).toHaveCount(0);
        await expect(page.getByLabel(say('build.question-editor.question'), { exact: true })).toBeFocused();
    });
    await test.step('on a ladder nothing leads elsewhere, and a link is completed or told to be none', async () => {
        await page
            .getByLabel(say('build.rungs.other-kinds', { isFor: 'no' }), { exact: true })
            .selectOption({ label: say('player.rung-content.exercise') });
        const link = page.getByLabel(say('build.rung-editor.link-if-it-is-elsewhere'));
        await link.fill('school.example/page');
        await expect(page.getByText(say('build.rung-editor.this-is-no-address-of'))).toHaveCount(0);
        await link.fill('no address');
        await expect(page.getByText(say('build.rung-editor.this-is-no-address-of'))).toBeVisible();
        await link.fill('https://school.example/page');
        await saved(page);
    });
    await page.setViewportSize(phone);
    await page.getByRole('button', { name: say('build.build.back-to-the-picture') }).click();
    await page.getByRole('button', { name: begins(say('cutaway.stop', { number: 1 })) }).click();
    await expect(page.getByRole('button', { name: say('build.build.back-to-the-picture') })).toBeInViewport();
    await isAccessible(page);
});

test('a text has pictures, formulas and documents in it, and an upload takes its time', async ({ page, browser }) => {
    await signUp(page);
    await makeQuiz(page, 'More than words');
    await writeChoice(page, 'Which is it?', ['Ebb', 'Flood']);
    const question = page.getByLabel(say('build.question-editor.question'), { exact: true });

    await test.step('a picture that arrives late is put beside what was typed meanwhile, and asks for its words', async () => {
        await page.route('**/api/media', async (route) => {
            await new Promise((done) => setTimeout(done, route.request().method() === 'POST' ? 3000 : 0));
            await route.continue();
        });
        await question.focus();
        await page.keyboard.press('Control+End');
        await page.keyboard.press('Alt+i');
        await page.getByRole('menuitem', { name: say('build.insert-menu.medium', { kind: 'picture' }) }).click();
        await page.locator('input[type=file]').setInputFiles('docs/screenshots/today.png');
        await question.focus();
        await page.keyboard.press('Control+End');
        await page.keyboard.type(' Of the two.');
        await expect(question.getByText(say('build.rich-field.needs-words'))).toBeVisible({ timeout: 15_000 });
        await expect(question).toContainText('Which is it? Of the two.');
        await page.getByLabel(say('build.rich-field.in-words'), { exact: true }).fill('A tide gauge');
        await expect(question.getByText(say('build.rich-field.needs-words'))).toHaveCount(0);
        await page.unroute('**/api/media');
    });
    await test.step('a formula as it looks, one as TeX, and a document to open', async () => {
        await question.focus();
        await page.keyboard.press('Control+End');
        await page.keyboard.press('Alt+m');
        await expect(question.locator('math-field')).toBeFocused({ timeout: 15_000 });
        await page.keyboard.type('r/2');
        await page.keyboard.press('Enter');
        await expect(question).toBeFocused();
        await page.keyboard.type(' and $h=2r$ ');
        await expect(question.getByRole('img', { name: 'h=2r' })).toBeVisible({ timeout: 15_000 });
        await page.keyboard.press('Alt+i');
        await page.getByRole('menuitem', { name: say('build.insert-menu.medium', { kind: 'file' }) }).click();
        await page
            .locator('input[type=file]')
            .setInputFiles({ name: 'The sheet.txt', mimeType: 'text/plain', buffer: Buffer.from('Ebb and flow.') });
        await expect(question.getByText('The sheet')).toBeVisible();
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
        const explanation = page.getByLabel(say('build.question-editor.explanation-for-everybody'));
        await expect(explanation.getByText('falls')).toBeVisible({ timeout: 6000 });
        await expect(explanation.locator('strong')).toHaveText('falls');
        await expect(explanation.locator('img')).toHaveCount(0);
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
        await expect(student.getByRole('img', { name: 'h=2r' })).toBeVisible();
        const sheet = student.waitForEvent('download');
        await student.getByRole('link', { name: 'The sheet' }).click();
        expect((await sheet).suggestedFilename()).toMatch(/sheet/);
        await isAccessible(student);
        await student.getByLabel('Ebb').check();
        await student.getByRole('button', { name: say('player.question-view.check') }).click();
        await expect(student.getByText('falls')).toBeVisible();
        await expect(student.getByRole('listitem').filter({ hasText: 'twice' })).toBeVisible();
    });
});

test('ten questions are written without the mouse, with at most twelve presses each beside the letters', async ({ page }) => {
    await signUp(page);
    await makeQuiz(page, 'Half an hour');
    let presses = 0;
    const press = async (keys: string) => {
        presses++;
        await page.keyboard.press(keys);
    };
    const first = page.getByRole('button', { name: say('build.build.add-the-first-question') });
    await first.focus();
    await press('Enter');
    const question = page.getByLabel(say('build.question-editor.question'), { exact: true });
    const counts: number[] = [];
    for (let number = 1; number <= 10; number++) {
        await expect(question).toBeFocused();
        await page.keyboard.type(`What is number ${number}?`);
        for (const option of ['Ebb', 'Flood', 'Slack', 'Spring']) {
            await press('Enter');
            await page.keyboard.type(`${option} ${number}`);
            if (option === 'Slack') {
                await press('Alt+r');
                await press('Alt+w');
                await expect(page.locator('[data-field^="feedback:"]')).toBeFocused();
                await page.keyboard.type('It stands still.');
            }
        }
        await press('Alt+l');
        await page.keyboard.type('Think of the beach.');
        if (number < 10) {
            await press('Control+Enter');
        }
        counts.push(presses);
        presses = 0;
    }
    expect(Math.max(...counts)).toBeLessThanOrEqual(12);
    await saved(page);
    const address = `/api${new URL(page.url()).pathname}`;
    const { document } = (await (await page.request.get(address)).json()) as { document: QuizDocument };
    const written = document.stops.map((stop) => (stop.kind === 'question' ? stop.question : null));
    expect(written.map((one) => one?.prompt)).toEqual(Array.from({ length: 10 }, (_, at) => `What is number ${at + 1}?`));
    for (const [at, one] of written.entries()) {
        expect(one?.entries.map(({ text, right, feedback }) => [text, right, feedback])).toEqual([
            [`Ebb ${at + 1}`, false, ''],
            [`Flood ${at + 1}`, false, ''],
            [`Slack ${at + 1}`, true, 'It stands still.'],
            [`Spring ${at + 1}`, false, ''],
        ]);
        expect(one?.ladder).toMatchObject([{ kind: 'hint', text: 'Think of the beach.' }]);
    }

    await test.step('the whole of it is seen beside the editor, without scrolling', async () => {
        const picture = page.getByRole('region', { name: say('build.build.the-quiz-in-its-cutaway') });
        expect(await picture.evaluate((one) => [one.scrollHeight - one.clientHeight, one.scrollWidth - one.clientWidth])).toEqual([0, 0]);
        for (const number of [1, 10]) {
            await expect(picture.getByRole('button', { name: begins(say('cutaway.stop', { number })) }).first()).toBeInViewport({
                ratio: 1,
            });
        }
        await expect(picture.getByText('What is number 10?')).toBeVisible();
    });
    await test.step('the keys stand on a page of their own', async () => {
        await page.keyboard.press('Control+/');
        await expect(page.getByRole('dialog', { name: say('build.keys.title') })).toBeVisible();
        await isAccessible(page);
        await page.keyboard.press('Escape');
    });
    await test.step('what the inspection finds meanwhile moves no field', async () => {
        const options = page.getByLabel(say('build.question-editor.entry', { kind: 'option', name: 'B' }), { exact: true });
        const before = await options.boundingBox();
        await options.fill('All of the above');
        await saved(page);
        await expect(
            page
                .getByRole('region', { name: say('build.whole-quiz.inspection') })
                .getByRole('listitem')
                .first(),
        ).toBeVisible();
        expect(await options.boundingBox()).toEqual(before);
    });
    await page.setViewportSize(phone);
    await test.step('on a phone a question is corrected without the picture above it', async () => {
        await page.reload();
        await expect(question).toBeInViewport();
        await expect(page.getByRole('region', { name: say('build.build.the-quiz-in-its-cutaway') })).toBeHidden();
        await isAccessible(page);
        await page.getByRole('button', { name: say('build.build.back-to-the-picture') }).click();
        await expect(page.getByRole('region', { name: say('build.build.the-quiz-in-its-cutaway') })).toBeVisible();
    });
});

/** What a word processor puts on the clipboard: comments, styles of its own, lists as paragraphs, bold as a style. */
const page1 = `<html xmlns:o="urn:office"><head><style>p.Own {mso-style-name: x}</style></head><body><!--StartFragment-->
<h2 style="color:#365F91">Tides</h2>
<p class=Own style="margin:0"><span style="font-size:11pt">The <span style="font-weight:bold">ebb</span> runs <i>out</i>, m<span style="vertical-align:super">3</span>.<o:p></o:p></span></p>
<p class=Own style="mso-list:l0 level1 lfo1"><span>·<span style="font:7pt">&nbsp;&nbsp; </span></span>low water</p>
<p class=Own style="mso-list:l0 level1 lfo1"><span>·<span style="font:7pt">&nbsp;&nbsp; </span></span>high water</p>
<table border=1><tr><td><p>6:12</p></td><td><p>0.4 m</p></td></tr></table>
<p><img src="file:///C:/Temp/clip_image001.png"><a href="https://tides.example/today">today</a><script>document.title = 'x'</script></p>
<!--EndFragment--></body></html>`;

test('what is pasted from a word processor keeps what is allowed, and a cut of the screen becomes a picture', async ({ page }) => {
    await signUp(page);
    await makeQuiz(page, 'Pasted');
    await writeChoice(page, '', ['Ebb', 'Flood']);
    const question = page.getByLabel(say('build.question-editor.question'), { exact: true });
    const paste = (data: Record<string, string>, picture = false) =>
        question.evaluate(
            async (field, [kinds, withPicture]) => {
                const transfer = new DataTransfer();
                for (const [kind, words] of Object.entries(kinds)) {
                    transfer.setData(kind, words);
                }
                if (withPicture) {
                    const canvas = Object.assign(document.createElement('canvas'), { width: 40, height: 30 });
                    canvas.getContext('2d')?.fillRect(0, 0, 20, 20);
                    const blob = await new Promise<Blob | null>((done) => canvas.toBlob(done, 'image/png'));
                    transfer.items.add(new File([blob as Blob], 'cut.png', { type: 'image/png' }));
                }
                field.dispatchEvent(new ClipboardEvent('paste', { clipboardData: transfer, bubbles: true, cancelable: true }));
            },
            [data, picture] as const,
        );
    await question.focus();
    await paste({ 'text/html': page1, 'text/plain': 'Tides' });
    await expect(page.getByText(say('build.rich-field.pictures-not-brought', { lost: 1 }))).toBeVisible();
    await saved(page);
    const prompt = async () => {
        const { document } = (await (await page.request.get(`/api${new URL(page.url()).pathname}`)).json()) as { document: QuizDocument };
        return document.stops[0]?.kind === 'question' ? document.stops[0].question.prompt : '';
    };
    expect(await prompt()).toBe(
        '<p><strong>Tides</strong></p><p>The <strong>ebb</strong> runs <em>out</em>, m<sup>3</sup>.</p>' +
            '<ul><li>low water</li><li>high water</li></ul>' +
            '<table><tbody><tr><td>6:12</td><td>0.4 m</td></tr></tbody></table><p><a href="https://tides.example/today">today</a></p>',
    );
    await test.step('too much at once is told, and what stood there stays', async () => {
        await paste({ 'text/plain': 'x'.repeat(1_000_001) });
        await expect(page.getByText(say('build.rich-field.too-much-to-paste'))).toBeVisible();
        await expect(question).toContainText('high water');
    });
    await test.step('a cut of the screen', async () => {
        await question.fill('Where is it?');
        await paste({}, true);
        await expect(question.locator('img[src^="/media/"]')).toBeVisible({ timeout: 15_000 });
        await page.getByLabel(say('build.rich-field.only-decoration')).check();
        await saved(page);
        expect(await prompt()).toMatch(/^<strong>Where is it\?<\/strong><img data-medium="[0-9A-Z]{26}" data-decoration="">$/);
    });
    await test.step('formatting by keys and by the bar, links and tables', async () => {
        await question.focus();
        await page.keyboard.press('Control+a');
        await page.keyboard.press('Delete');
        await page.keyboard.type('H');
        await page.keyboard.press('Control+,');
        await page.keyboard.type('2');
        await page.keyboard.press('Control+,');
        await page.keyboard.type('O see here');
        await page.keyboard.press('Control+Shift+ArrowLeft');
        await page
            .getByRole('toolbar', { name: say('build.bar.formatting') })
            .getByRole('button', { name: say('build.bar.link') })
            .click();
        await page.getByLabel(say('build.bar.address-of-the-link')).fill('water.example');
        await page.keyboard.press('Enter');
        await saved(page);
        expect(await prompt()).toBe('H<sub>2</sub>O see <a href="https://water.example">here</a>');
        await isAccessible(page);
    });
});

test('stops, rungs and answers are moved by dragging and by keys, copied into another quiz, and marked together', async ({
    page,
    context,
}) => {
    await signUp(page);
    await makeQuiz(page, 'Moving');
    await writeChoice(page, 'One?', ['Ebb', 'Flood']);
    await hint(page, 1, 'Look at the buoys.');
    for (const words of ['Two?', 'Three?']) {
        await page.getByRole('button', { name: say('build.build.add-a', { stop: say('quiz.stop-within.question') }), exact: true }).click();
        await page.getByLabel(say('build.question-editor.question'), { exact: true }).fill(words);
    }
    await page.getByRole('button', { name: say('build.build.add-a', { stop: say('quiz.stop-within.drill') }), exact: true }).click();
    await saved(page);
    const picture = page.getByRole('region', { name: say('build.build.the-quiz-in-its-cutaway') });
    const node = (words: string) => picture.getByRole('button', { name: new RegExp(`: ${words.replace('?', '\\?')}`) }).first();
    const read = async (of = page) => {
        const { document } = (await (await of.request.get(`/api${new URL(of.url()).pathname}`)).json()) as { document: QuizDocument };
        return document;
    };
    const names = (document: QuizDocument) =>
        document.stops.map((stop) =>
            stop.kind === 'question'
                ? stop.question.prompt
                : `${stop.kind}:${stop.kind === 'drill' ? stop.questions.map(({ prompt }) => prompt).join('+') : ''}`,
        );

    await test.step('a stop to the front, and back by undo', async () => {
        await node('Three?').dragTo(node('One?'), { targetPosition: { x: 6, y: 20 } });
        // What is let go comes to the page a moment after the hand has left it: what was saved before may still stand there.
        await expect.poll(async () => names(await read())).toEqual(['Three?', 'One?', 'Two?', 'drill:']);
        await page.keyboard.press('Control+z');
        await expect.poll(async () => names(await read())).toEqual(['One?', 'Two?', 'Three?', 'drill:']);
        // The server undoes it, and is heard first by whoever asks: what moves under the hand ends a drag.
        await expect(picture.getByRole('button', { name: begins(say('cutaway.stop', { number: 3 })) }).first()).toHaveAccessibleName(
            /Three\?/,
        );
    });
    await test.step('a stop into a drill, and a hint onto another ladder', async () => {
        const drill = picture.getByRole('button', { name: begins(say('cutaway.stop', { number: 4 })) }).first();
        await node('Three?').dragTo(drill);
        await expect.poll(async () => names(await read())).toEqual(['One?', 'Two?', 'drill:+Three?']);
        await picture.getByRole('button', { name: /Look at the buoys/ }).dragTo(node('Two?'));
        const rungs = (document: QuizDocument) =>
            document.stops.map((stop) => (stop.kind === 'question' ? stop.question.ladder.length : 0));
        await expect.poll(async () => rungs(await read())).toEqual([0, 1, 0]);
        await saved(page);
    });
    await test.step('answers by keys', async () => {
        await node('One?').click();
        await page.getByLabel(say('build.question-editor.entry', { kind: 'option', name: 'B' }), { exact: true }).focus();
        await page.keyboard.press('Alt+ArrowUp');
        await saved(page);
        const [first] = (await read()).stops;
        expect(first?.kind === 'question' ? first.question.entries.map(({ text }) => text) : []).toEqual(['Flood', 'Ebb']);
    });
    await test.step('a stop by keys into another quiz, with ids of its own', async () => {
        await node('One?').focus();
        await page.keyboard.press('Control+c');
        await expect(page.getByText(say('build.carrying.on-the-clipboard', { count: 1 }))).toBeVisible();
        const other = await context.newPage();
        await other.goto('/quizzes');
        await makeQuiz(other, 'Another');
        await writeChoice(other, 'Here', ['Yes', 'No']);
        await saved(other);
        await other.getByRole('button', { name: begins(say('cutaway.stop', { number: 1 })) }).focus();
        await other.keyboard.press('Control+v');
        await expect(other.getByLabel(say('build.question-editor.question'), { exact: true })).toHaveText('One?');
        await saved(other);
        const [from, to] = [await read(), await read(other)];
        expect(names(to)).toEqual(['Here', 'One?']);
        expect(to.stops[1]?.id).not.toBe(from.stops[0]?.id);
        await other.close();
    });
    await test.step('several are marked, and become a drill, or have the same points', async () => {
        await node('One?').focus();
        await page.keyboard.press('m');
        await node('Two?').click({ modifiers: ['Control'] });
        const bar = page.getByRole('region', { name: say('build.marked-bar.marked', { count: 2 }) });
        await isAccessible(page);
        await bar.getByLabel(say('build.marked-bar.points')).fill('3');
        await bar.getByLabel(say('build.marked-bar.put-into-a-part')).selectOption('new');
        await bar.getByRole('button', { name: say('build.marked-bar.make-a-drill') }).click();
        await saved(page);
        const document = await read();
        expect(names(document)).toEqual(['drill:One?+Two?', 'drill:+Three?']);
        const [drill] = document.stops;
        expect(drill?.kind === 'drill' ? drill.questions.map(({ points }) => points) : []).toEqual([3, 3]);
        expect(document.parts?.map(({ id }) => id)).toEqual([drill?.part]);
    });
    await test.step('a cut rung is pasted where another is', async () => {
        await page.keyboard.press('Control+z');
        await expect.poll(async () => (await read()).stops.length).toBe(3);
        await page.reload();
        await picture.getByRole('button', { name: /Look at the buoys/ }).focus();
        await page.keyboard.press('Control+x');
        await node('One?').focus();
        await page.keyboard.press('Control+v');
        await saved(page);
        expect((await read()).stops.map((stop) => (stop.kind === 'question' ? stop.question.ladder.length : 0))).toEqual([1, 0, 0]);
    });
});

test('a question of every kind is written by keyboard alone', async ({ page }) => {
    test.setTimeout(180_000);
    await signUp(page);
    await makeQuiz(page, 'Every kind of question by keys');
    const { keyboard } = page;
    const question = page.getByLabel(say('build.question-editor.question'), { exact: true });
    /** What is typed after the question itself, with Enter between the lines; the first answer is right where it can be. */
    const answers: [kind: QuestionKind, lines: string[]][] = [
        ['one-choice', ['Ebb', 'Flood']],
        ['several-choices', ['Ebb', 'Flood']],
        ['short-text', ['ebb', 'flood']],
        ['number', ['3', '4']],
        ['true-false', []],
        ['gaps', ['The [ebb] runs out.']],
        ['expression', ['2x', 'x^2']],
        ['order', ['low', 'rising', 'high']],
        ['match', ['ebb', 'out', 'flood', 'in', 'slack', 'still']],
        ['poll', ['Yes', 'No']],
        ['written', ['The Moon pulls.']],
        ['hand-in', []],
    ];
    const first = ['one-choice', 'several-choices', 'short-text', 'number'];
    await page.getByRole('button', { name: say('build.build.add-the-first-question') }).focus();
    await keyboard.press('Enter');
    for (const [index, [kind, lines]] of answers.entries()) {
        await expect(question).toBeFocused();
        await expect(question).toHaveText('');
        await keyboard.type(`What is ${kind}?`);
        await keyboard.press('Tab');
        await expect(page.getByRole('radio', { name: say('quiz.kind.one-choice'), exact: true })).toBeFocused();
        if (first.includes(kind)) {
            for (let step = 0; step < first.indexOf(kind); step++) {
                await keyboard.press('ArrowRight');
            }
        } else {
            await keyboard.press('Tab');
            await keyboard.type(say(`quiz.kind.${kind}`), { delay: 20 });
            await expect(page.getByLabel(say('build.kind-choice.other-kinds'), { exact: true })).toHaveValue(kind);
        }
        const isBack = () => question.evaluate((field) => field === window.document.activeElement);
        for (let back = 0; back < 3 && !(await isBack()); back++) {
            await keyboard.press('Shift+Tab');
        }
        await expect(question, kind).toBeFocused();
        for (const [at, words] of lines.entries()) {
            await keyboard.press('Enter');
            if (at > 0 || !['gaps', 'written'].includes(kind)) {
                await expect(page.locator('[data-answers] :focus')).toBeVisible();
            }
            await keyboard.type(words);
            if (at === 0 && ['one-choice', 'several-choices'].includes(kind)) {
                await keyboard.press('Alt+r');
            }
        }
        if (kind === 'true-false') {
            await keyboard.press('Enter');
            await keyboard.press('Alt+r');
        }
        if (index < answers.length - 1) {
            await keyboard.press('Control+Enter');
        }
    }
    await saved(page);
    const { document, findings } = (await (await page.request.get(`/api${new URL(page.url()).pathname}`)).json()) as Quiz;
    const written = document.stops.map((stop) => (stop.kind === 'question' ? stop.question : null));
    expect(written.map((one) => [one?.kind, one?.prompt])).toEqual(answers.map(([kind]) => [kind, `What is ${kind}?`]));
    const by = (kind: QuestionKind) => written.find((one) => one?.kind === kind);
    expect(by('gaps')?.gaps?.map(({ entries }) => entries.map(({ key }) => key))).toEqual([['ebb']]);
    expect(by('order')?.items?.map(({ text }) => text)).toEqual(['low', 'rising', 'high']);
    expect(by('match')?.pairs?.map(({ text }) => text)).toEqual(['ebb', 'flood', 'slack']);
    expect(by('true-false')?.entries.map(({ right }) => right)).toEqual([true, false]);
    expect(by('written')?.model).toBe('The Moon pulls.');
    expect(findings.filter(({ severity }) => severity === 'stops')).toEqual([]);
});
