import AxeBuilder from '@axe-core/playwright';
import { type Browser, expect, type Page } from '@playwright/test';
import type { QuestionKind } from '../../resources/js/api/types';
import { ulid } from '../../resources/js/ui/ulid';
import { say } from './words';

export const phone = { width: 390, height: 844 };

export const demo = {
    teacher: { email: 'ines.calder@skerrybay.example', password: 'skerry-tides-8' },
    phrase: 'silver heron reef',
};

let made = 0;

/** A teacher of one's own, so that tests do not meet each other's quizzes. */
export async function signUp(page: Page): Promise<string> {
    const email = `teacher-${Date.now()}-${made++}@school.example`;
    await page.goto('/sign-up');
    await page.getByLabel(say('teacher.account.your-name')).fill('Marta Quay');
    await page.getByLabel(say('teacher.account.mail-address')).fill(email);
    await page.getByLabel(say('teacher.account.password')).fill('salt and spray');
    await page.getByRole('button', { name: say('teacher.account.make-the-account') }).click();
    await expect(page.getByRole('heading', { name: say('teacher.today.today') })).toBeVisible();
    return email;
}

export async function signInToDemo(page: Page): Promise<void> {
    await page.goto('/sign-in');
    await page.getByLabel(say('teacher.account.mail-address')).fill(demo.teacher.email);
    await page.getByLabel(say('teacher.account.password')).fill(demo.teacher.password);
    await page.getByRole('button', { name: say('teacher.account.sign-in') }).click();
    await expect(page.getByRole('heading', { name: say('teacher.today.today') })).toBeVisible();
}

export async function makeQuiz(page: Page, title: string): Promise<void> {
    await page.getByRole('link', { name: say('teacher.navigation.quizzes') }).click();
    await page.getByLabel(say('teacher.quizzes.title-of-a-new-quiz')).fill(title);
    await page.getByRole('button', { name: say('teacher.today.make-a-quiz') }).click();
    await expect(page.getByRole('heading', { name: say('build.build.begin-with-a-question') })).toBeVisible();
}

/** The label of an option's field, by its letter. */
const optionOf = (name: string) => say('build.question-editor.entry', { kind: 'option', name });

/** A first question with one choice, of which A is right. */
export async function writeChoice(page: Page, question: string, options: string[]): Promise<void> {
    await page.getByRole('button', { name: say('build.build.add-the-first-question') }).click();
    await page.getByLabel(say('build.question-editor.question'), { exact: true }).fill(question);
    for (const [index, option] of options.entries()) {
        await page.getByLabel(optionOf('ABC'.charAt(index)), { exact: true }).fill(option);
    }
    await page.getByLabel(say('build.question-editor.is-right', { label: optionOf('A') })).check();
}

/** One of the kinds that stand first, or one of the others. */
export async function chooseKind(page: Page, kind: QuestionKind): Promise<void> {
    const words = say(`quiz.kind.${kind}`);
    const first = page.getByRole('radio', { name: words, exact: true });
    if ((await first.count()) > 0) {
        await first.click();
    } else {
        await page.getByLabel(say('build.kind-choice.other-kinds'), { exact: true }).selectOption({ label: words });
    }
}

/** What is said to right answers, or to others, beside the explanation. */
export async function alsoSay(page: Page, verdict: 'right' | 'notRight', words: string): Promise<void> {
    const field = page.getByLabel(
        say(verdict === 'right' ? 'build.question-editor.when-it-is-right' : 'build.question-editor.when-it-is-not-right'),
    );
    if ((await field.count()) === 0) {
        await page.getByRole('button', { name: say('build.explanations.also', { verdict }) }).click();
    }
    await field.fill(words);
}

/** A hint on the ladder of the question that is edited, by its number from 1. */
export async function hint(page: Page, number: number, words: string): Promise<void> {
    await page.getByLabel(say('build.ladder-part.hint', { number, isFor: 'no' }), { exact: true }).fill(words);
}

/** A quiz that asks for a number, 3, and is published. Gives its address. */
export async function publishNumber(page: Page, title: string): Promise<string> {
    await makeQuiz(page, title);
    await page.getByRole('button', { name: say('build.build.add-the-first-question') }).click();
    await chooseKind(page, 'number');
    await page.getByLabel(say('build.question-editor.question'), { exact: true }).fill('How many eggs does a tern lay?');
    await page.getByLabel(say('build.question-editor.entry', { kind: 'accepted', name: 1 }), { exact: true }).fill('3');
    await saved(page);
    await page.getByRole('button', { name: say('build.build.publish') }).click();
    await expect(page.getByText(say('build.build.edition-is-published', { edition: 1 }))).toBeVisible();
    return page.url();
}

/** Matches the demo's pairs of quantities and units, one of them wrong. */
export async function matchPairs(page: Page): Promise<void> {
    for (const [thing, unit] of [
        ['voltage', 'volt'],
        ['current', 'metre'],
        ['resistance', 'ohm'],
    ] as const) {
        await page.getByLabel(thing, { exact: true }).selectOption({ label: unit });
    }
}

export async function saved(page: Page): Promise<void> {
    await expect(page.getByText(say('build.build.all-is-saved'))).toBeVisible();
}

/** Adds names that nobody has yet, on the page of the roster. */
async function addStudents(page: Page, names: string[]): Promise<void> {
    await page.getByLabel(say('teacher.roster.names'), { exact: true }).fill(names.join('\n'));
    await page.getByRole('button', { name: say('teacher.roster.add', { n: names.length }) }).click();
    await expect(page.getByText(say('teacher.roster.added', { added: names.length, isLeft: 'no' }))).toBeVisible();
}

/** Makes a class with these names, and stands at its tasks. */
export async function addClass(page: Page, name: string, names: string[]): Promise<void> {
    await page.getByRole('link', { name: say('teacher.navigation.classes') }).click();
    await page.getByLabel(say('teacher.classes.name-of-a-new-class')).fill(name);
    await page.getByRole('button', { name: say('teacher.classes.make-a-class') }).click();
    await page.getByRole('link', { name: say('teacher.class.roster', { roster: 0 }) }).click();
    await addStudents(page, names);
    // One lesson without cards: what the tests of codes themselves do not do.
    const group = /classes\/(\w+)/.exec(page.url())?.[1] ?? '';
    await post(page, `/classes/${group}`, { method: 'PATCH', data: { withoutCode: true } });
    await page.getByRole('link', { name: say('teacher.class.tasks'), exact: true }).click();
}

/** Makes a class with these names, gives it the quiz, and tells its phrase. */
export async function giveOut(page: Page, title: string, names: string[], terms: () => Promise<void> = async () => {}): Promise<string> {
    await addClass(page, 'Year 8', names);
    await page.getByRole('link', { name: say('teacher.give.give-out-a-quiz') }).click();
    await page.getByLabel(say('teacher.give.quiz'), { exact: true }).selectOption({ label: title });
    await expect(page.getByText(say('teacher.terms-editor.what-a-student-is-told'))).toBeVisible();
    await terms();
    await page.getByRole('button', { name: say('teacher.class.give-out') }).click();
    await page.getByRole('link', { name: say('teacher.give.done') }).click();
    await expect(page.getByRole('link', { name: new RegExp(title) })).toBeVisible();
    return (await page.locator('aside p.font-display').textContent()) ?? '';
}

/** A phone with a student on it, at their own page. */
export async function enter(
    browser: Browser,
    phrase: string,
    name: string,
    first = true,
    secret = 'limpet',
    locale = 'en-GB',
): Promise<Page> {
    const context = await browser.newContext({ viewport: phone, hasTouch: true, locale });
    const page = await context.newPage();
    await comeIn(page, phrase, name, first, secret);
    return page;
}

export async function comeIn(page: Page, phrase: string, name: string, first: boolean, secret: string): Promise<void> {
    await page.goto('/join');
    await page.getByLabel(say('student.entry.your-class-phrase')).fill(phrase);
    await page.getByRole('button', { name: say('student.entry.find-my-class') }).click();
    await page.getByLabel(say('student.entry.your-name-as-your-teacher')).fill(name);
    await page.getByLabel(first ? say('student.entry.this-is-my-first-time') : say('student.entry.i-have-a-secret-already')).check();
    if (first && phrase.toLowerCase() === demo.phrase) {
        await page.getByLabel(say('student.entry.code'), { exact: true }).fill(await demoCode(page.context().browser(), name));
    }
    await page.getByLabel(first ? say('student.entry.choose-a-secret') : say('student.entry.your-secret')).fill(secret);
    await page.getByRole('button', { name: say('student.entry.go-in') }).click();
    await expect(page.getByRole('heading', { name: say('student.own.hello', { name }) })).toBeVisible();
}

/** The code on a card of the demo's class, as its teacher prints it. */
async function demoCode(browser: Browser | null, name: string): Promise<string> {
    const page = await (browser as Browser).newPage();
    await page.goto('/sign-in');
    await post(page, '/teacher/sign-in', { data: demo.teacher });
    const classes = (await (await page.request.get('/api/classes')).json()) as { id: string; phrase: string }[];
    const group = classes.find((one) => one.phrase === demo.phrase)?.id ?? '';
    const cards = (await post(page, `/classes/${group}/cards`, {})) as { name: string; code: string | null }[];
    await page.context().close();
    return cards.find((card) => card.name.toLowerCase() === name.toLowerCase())?.code ?? '';
}

/** No serious finding of axe-core on what is shown. */
export async function isAccessible(page: Page): Promise<void> {
    // Sheets rise in less than a fifth of a second; half-faded colours would be judged otherwise.
    await page.waitForTimeout(300);
    const { violations } = await new AxeBuilder({ page }).analyze();
    const grave = violations.filter((violation) => violation.impact === 'serious' || violation.impact === 'critical');
    expect(grave.map((violation) => `${violation.id}: ${violation.nodes.map((node) => node.html).join(' | ')}`)).toEqual([]);
}

/** Asks the API for something as the page's own code would, by POST where nothing else is said. */
export async function post(page: Page, address: string, more: Record<string, unknown>): Promise<unknown> {
    const token = (await page.context().cookies()).find(({ name }) => name === 'XSRF-TOKEN')?.value ?? '';
    const reply = await page.request.fetch(`/api${address}`, {
        method: 'POST',
        ...more,
        headers: { Accept: 'application/json', 'X-XSRF-TOKEN': decodeURIComponent(token) },
    });
    if (!reply.ok()) {
        throw new Error(`${address}: ${reply.status()} ${await reply.text()}`);
    }
    return reply.status() === 204 ? null : reply.json();
}

/** A student comes in on a device of their own, without a screen, and answers the first question of a task's new round. */
export async function answersFromDevice(
    browser: Browser,
    { phrase, name, task }: { phrase: string; name: string; task: string },
    answer: { question: string; response: Record<string, unknown> },
): Promise<void> {
    const device = await (await browser.newContext({ locale: 'en-GB' })).newPage();
    await device.goto('/join');
    await post(device, '/student/enter', { data: { phrase, name, secret: 'limpet', first: true } });
    const { id } = (await post(device, `/student/tasks/${task}/rounds`, { data: {} })) as { id: string };
    const at = Date.now();
    await post(device, `/student/rounds/${id}/events`, {
        data: { id: ulid(), after: null, kind: 'answered', at, sentAt: at, data: answer },
    });
    await device.context().close();
}

/** The first task of the class whose page is open. */
export async function firstTask(page: Page): Promise<string> {
    const { tasks } = (await (await page.request.get(`/api${new URL(page.url()).pathname}`)).json()) as { tasks: { id: string }[] };
    return tasks[0]?.id ?? '';
}
