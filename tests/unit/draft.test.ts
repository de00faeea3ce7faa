// @vitest-environment jsdom
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { client } from '../../resources/js/api/client';
import type { Question, Quiz, QuizDocument } from '../../resources/js/api/types';
import { putQuestion, remove } from '../../resources/js/quiz/document';
import { apply, type Edit, type Unfit } from '../../resources/js/quiz/edits';
import { Draft } from '../../resources/js/teacher/build/draft';
import { answer, asking, quizOf } from './samples';

interface Sent {
    id: string;
    version: number;
    label: string;
    edits: Edit[];
}

/** A server that keeps one quiz as the real one does: changes are laid on the newest document, once each, or stand as not applied. */
class Server {
    document: QuizDocument = quizOf(asking('First?', ['yes', 'no']), asking('Second?', ['ebb']));

    log: {
        number: number;
        id: string;
        label: string;
        by: string;
        own: boolean;
        kind: string;
        applied: boolean;
        unfit: unknown;
        edits: Edit[];
    }[] = [];

    sent: Sent[] = [];

    away = false;

    get version() {
        return 1 + this.log.length;
    }

    take(change: Omit<Sent, 'version'>, by = 'Ines'): void {
        if (this.log.some((one) => one.id === change.id)) {
            return;
        }
        const entry = { number: this.version + 1, id: change.id, label: change.label, by, own: by === 'Ines', kind: 'made' };
        try {
            const done = apply(this.document, change.edits);
            this.document = done.document;
            this.log.push({ ...entry, applied: true, unfit: null, edits: done.edits });
        } catch (problem) {
            const { at, reason, stands } = problem as Unfit;
            this.log.push({ ...entry, applied: false, unfit: { at, reason, stands, by: 'Jonas' }, edits: change.edits });
        }
    }

    /** Somebody else sets a member. */
    elsewhere(at: string, member: string, value: unknown): void {
        this.take({ id: `other ${this.version}`, label: 'Something', edits: [{ do: 'set', at, member, value }] }, 'Jonas');
    }

    reply(since: number, taken: string | null) {
        const changes = this.log.filter((one) => one.number > since);
        return { version: this.version, taken, changes, undo: 'Undo me', redo: null, findings: changes.length === 0 ? null : [] };
    }
}

let server: Server;

beforeEach(() => {
    vi.useFakeTimers();
    localStorage.clear();
    server = new Server();
    vi.spyOn(client, 'POST').mockImplementation(((_: string, { body }: { body: Sent }) => {
        if (server.away) {
            return Promise.reject(new TypeError('offline'));
        }
        server.sent.push(structuredClone(body));
        server.take(body);
        return answer(server.reply(body.version, body.id));
    }) as never);
    vi.spyOn(client, 'GET').mockImplementation(((_: string, { params }: { params: { query?: { since: number } } }) => {
        if (server.away) {
            return Promise.reject(new TypeError('offline'));
        }
        return answer(params.query === undefined ? quiz() : server.reply(params.query.since, null));
    }) as never);
});
const opened: Draft[] = [];
afterEach(() => {
    for (const draft of opened.splice(0)) {
        draft.stop();
    }
    vi.useRealTimers();
    vi.restoreAllMocks();
});

const quiz = () =>
    ({
        id: 'Q',
        version: server.version,
        findings: [],
        undo: null,
        redo: null,
        document: structuredClone(server.document),
    }) as unknown as Quiz;

function open(onSaved = vi.fn()): Draft {
    const draft = new Draft(quiz(), onSaved);
    draft.start();
    opened.push(draft);
    return draft;
}
const pass = (milliseconds: number) => vi.advanceTimersByTimeAsync(milliseconds);
const title = (draft: Draft, words: string) => {
    const { document } = draft.current();
    draft.change(document, { ...document, title: words });
};
const stored = () => Object.keys(localStorage).filter((name) => name.startsWith('changes-Q-'));

describe('a draft saves itself', () => {
    it('typing is one change, sent after a rest and not before', async () => {
        const onSaved = vi.fn();
        const draft = open(onSaved);
        title(draft, 'T');
        await pass(1500);
        title(draft, 'Ti');
        expect(draft.current().saving.state).toBe('saving');
        await pass(1500);
        expect(server.sent).toHaveLength(0);
        expect(stored()).toHaveLength(1);
        await pass(600);
        expect(server.sent.map(({ version, label, edits }) => [version, label, edits.length])).toEqual([
            [1, 'The quiz: title reworded', 1],
        ]);
        expect(server.document.title).toBe('Ti');
        expect(draft.current().saving).toEqual({ state: 'saved', version: 2 });
        expect(stored()).toHaveLength(0);
        expect(onSaved).toHaveBeenCalledOnce();
    });

    it('typing that never rests is sent all the same, and goes on', async () => {
        const draft = open();
        for (let at = 1; at <= 12; at++) {
            title(draft, 'x'.repeat(at));
            await pass(1000);
        }
        expect(server.document.title.length).toBeGreaterThan(9);
        await pass(3000);
        expect(server.document.title).toBe('x'.repeat(12));
        expect(server.sent).toHaveLength(2);
    });

    it('leaving the field sends at once, and so does what is no text', async () => {
        const draft = open();
        title(draft, 'Tides');
        document.dispatchEvent(new Event('focusout'));
        await pass(0);
        expect(server.document.title).toBe('Tides');
        const shown = draft.current().document;
        draft.change(shown, remove(shown, 'stop First?'));
        await pass(0);
        expect(server.document.stops).toHaveLength(1);
        expect(server.sent.at(-1)?.label).toBe('Stop 1 taken out');
    });

    it('after a break everything is sent, in order, each once', async () => {
        const draft = open();
        server.away = true;
        title(draft, 'Kept');
        const shown = draft.current().document;
        draft.change(shown, remove(shown, 'stop Second?'));
        await pass(5000);
        expect(draft.current().saving.state).toBe('waiting');
        expect(draft.current().document.stops).toHaveLength(1);
        server.away = false;
        await pass(4000);
        expect([server.document.title, server.document.stops.length]).toEqual(['Kept', 1]);
        expect(draft.current().saving.state).toBe('saved');
    });

    it('what a page that crashed left behind is sent by the next one, in its time; what an open page has is its own', async () => {
        const first = open();
        server.away = true;
        title(first, 'From before');
        await pass(2500);
        const second = open();
        expect(second.current().document.title).toBe('Quiz');
        await pass(10_000);
        expect(stored()).toHaveLength(1);
        // The first one crashes: nothing of it runs any more.
        opened.splice(opened.indexOf(first), 1);
        vi.clearAllTimers();
        second.start();
        server.away = false;
        await pass(40_000);
        expect(server.document.title).toBe('From before');
        expect(second.current().document.title).toBe('From before');
    });

    it('whoever is signed out is told so, and saves as soon as they are in again', async () => {
        const draft = open();
        vi.spyOn(client, 'POST').mockImplementationOnce(
            () => answer({ type: '/problems/unauthenticated', detail: 'Sign in.', status: 401 }, 401) as never,
        );
        title(draft, 'Kept');
        await draft.save();
        expect(draft.current().saving).toMatchObject({ state: 'refused', sentence: expect.stringContaining('you are signed out') });
        await pass(4000);
        expect([server.document.title, draft.current().saving.state]).toEqual(['Kept', 'saved']);
    });

    it('what the server cannot take is offered again and holds up nothing', async () => {
        const draft = open();
        vi.spyOn(client, 'POST').mockImplementationOnce(
            () =>
                answer(
                    { type: '/problems/invalid', detail: 'No.', status: 422, errors: [{ pointer: '/title', reason: 'too long' }] },
                    422,
                ) as never,
        );
        title(draft, 'Bad');
        await draft.save();
        expect(draft.current().missed.map((one) => one.sentence)).toEqual(['The server did not take it: too long']);
        expect(draft.current().document.title).toBe('Quiz');
        title(draft, 'Good');
        await draft.save();
        expect(server.document.title).toBe('Good');
    });
});

describe('a draft that is changed elsewhere too', () => {
    it('shows that within three seconds, and says who', async () => {
        const draft = open();
        server.elsewhere('quiz', 'instructions', 'Read well.');
        await pass(2600);
        expect(draft.current().document.instructions).toBe('Read well.');
        expect(draft.current().elsewhere).toBe('Jonas: Something');
        draft.readElsewhere();
        expect(draft.current().elsewhere).toBeNull();
    });

    it('both hold where they change different things, also when one was away', async () => {
        const draft = open();
        server.away = true;
        title(draft, 'Mine');
        server.elsewhere('quiz', 'instructions', 'Theirs.');
        await pass(6000);
        server.away = false;
        await pass(6000);
        expect([server.document.title, server.document.instructions]).toEqual(['Mine', 'Theirs.']);
        expect(draft.current().document).toEqual(server.document);
    });

    it('where both wrote the same text, mine stays under the cursor and is offered', async () => {
        const draft = open();
        title(draft, 'Mi');
        server.elsewhere('quiz', 'title', 'Theirs');
        await pass(2600);
        expect(draft.current().document.title).toBe('Mi');
        const [missed] = draft.current().missed;
        expect(missed?.sentence).toBe('Meanwhile Jonas wrote something else there: “Theirs”.');
        // Typing goes on in what is held back.
        title(draft, 'Mine');
        await pass(3000);
        expect([server.document.title, draft.current().document.title, draft.current().missed.length]).toEqual(['Theirs', 'Mine', 1]);
        draft.again(draft.current().missed[0] as never);
        await pass(0);
        expect([server.document.title, draft.current().missed.length]).toEqual(['Mine', 0]);
    });

    it('or is given up for theirs', async () => {
        const draft = open();
        title(draft, 'Mine');
        server.elsewhere('quiz', 'title', 'Theirs');
        await pass(2600);
        draft.forget(draft.current().missed[0] as never);
        await pass(2600);
        expect(draft.current().document.title).toBe('Theirs');
    });

    it('what was written in something that was taken away is not lost', async () => {
        const draft = open();
        const shown = draft.current().document;
        const [stop] = shown.stops;
        const question = stop?.kind === 'question' ? stop.question : null;
        server.take({ id: 'gone', label: 'Gone', edits: [{ do: 'remove', at: 'stop First?' }] }, 'Jonas');
        draft.change(shown, putQuestion(shown, { ...(question as Question), sentence: 'Typed for an hour' }));
        await draft.save();
        expect(draft.current().missed.map((one) => [one.held, one.sentence])).toEqual([[false, 'Jonas took away what it belonged to.']]);
        expect(JSON.stringify(draft.current().missed)).toContain('Typed for an hour');
    });

    it('what takes time touches only its own place', async () => {
        const draft = open();
        const before = draft.current().document;
        title(draft, 'Typed meanwhile');
        // An upload that began before ends now, with the document it was shown.
        draft.change(before, { ...before, instructions: 'With a picture' });
        await draft.save();
        expect([server.document.title, server.document.instructions]).toEqual(['Typed meanwhile', 'With a picture']);
    });

    it('a reply that comes late, while typing goes on, changes nothing back', async () => {
        const draft = open();
        const old = server.reply(1, null);
        let answerLate = () => {};
        vi.spyOn(client, 'GET').mockImplementationOnce(
            () =>
                new Promise((done) => {
                    answerLate = () => void (answer({ ...old, undo: 'Old' }) as Promise<unknown>).then(done as never);
                }) as never,
        );
        const asking = draft.ask();
        title(draft, 'New');
        await draft.save();
        title(draft, 'Newer');
        answerLate();
        await asking;
        expect([draft.current().document.title, draft.current().undo, draft.current().saving.state]).toEqual([
            'Newer',
            'Undo me',
            'saving',
        ]);
        await draft.save();
        expect(server.document.title).toBe('Newer');
    });

    it('a server whose past was cut off is taken as it is, and what waits is sent to it', async () => {
        const draft = open();
        title(draft, 'One');
        await draft.save();
        server.log = [];
        server.document = quizOf();
        const post = vi.spyOn(client, 'POST');
        post.mockImplementationOnce(
            () => answer({ type: '/problems/unknown-version', detail: 'Load again.', status: 409, version: 1 }, 409) as never,
        );
        title(draft, 'Two');
        await draft.save();
        expect(draft.current().document.title).toBe('Two');
        expect(server.sent.at(-1)?.version).toBe(1);
    });

    it('undo is asked of the server, after what waits was sent', async () => {
        const draft = open();
        title(draft, 'Mine');
        expect(await draft.step('undo')).toBeNull();
        expect(server.document.title).toBe('Mine');
        server.away = true;
        title(draft, 'More');
        expect(await draft.step('undo')).toMatch(/has not been saved yet/);
    });
});
