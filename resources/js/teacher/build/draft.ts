import { client, Refused, sentence, take, Unreachable } from '../../api/client';
import type { Changes, Finding, Quiz, QuizDocument } from '../../api/types';
import { changeInWords } from '../../quiz/changeWords';
import { difference } from '../../quiz/difference';
import { apply, type Edit, Unfit } from '../../quiz/edits';
import { short } from '../../quiz/names';
import { nodeIn } from '../../quiz/nodes';
import { plainOf, structureOf } from '../../quiz/text';
import { ulid } from '../../ui/ulid';
import { say } from '../../words/words';
import { type Pending, WaitingChanges } from './pendingChanges';

export type Saving =
    | { state: 'saved'; version: number }
    | { state: 'saving' }
    | { state: 'waiting'; sentence: string }
    | { state: 'refused'; sentence: string };

/** A change that could not be laid: what was typed is kept, and offered again. */
export interface Missed extends Pending {
    /** Why, and by whom it was changed. */
    sentence: string;
    /** It is still shown here: whoever typed it decides. */
    held: boolean;
}

export interface Shown {
    document: QuizDocument;
    findings: Finding[];
    saving: Saving;
    missed: Missed[];
    /** What would be undone and redone now. */
    undo: string | null;
    redo: string | null;
    /** Somebody, or another device, changed something just now: who, and what. */
    elsewhere: string | null;
}

/** Text that is being typed is sent after so many milliseconds of rest, at the latest after so many. */
const REST = 2000;
const LONGEST = 10_000;
const RETRY = 3000;
/** How often it is asked what was changed elsewhere. */
const ASKS = 2500;

const signedOut = say('build.draft.you-are-signed-out-sign');

type Set = Extract<Edit, { do: 'set' }>;

/** What stands around the words of a text, so that only typing leaves it as it was. */
function around(value: unknown): string | null {
    return typeof value === 'string' ? structureOf(value) : null;
}

/** The one text that a change sets, where it does nothing else. */
function typed(edits: Edit[]): Set | null {
    const [edit] = edits;
    return edits.length === 1 && edit?.do === 'set' && around(edit.value) !== null ? edit : null;
}

/** The words of a value, to be read by a person. */
export function wordsOf(value: unknown): string {
    return typeof value === 'string' ? plainOf(value) : '';
}

const sameMember = (one: Set, other: Set | null) => other !== null && one.at === other.at && one.member === other.member;

/** As it would be laid whatever stands there by now. */
const regardless = (edits: Edit[]): Edit[] =>
    edits.map((edit) => {
        if (edit.do !== 'set') {
            return edit;
        }
        const { was: _, ...rest } = edit;
        return rest;
    });

/**
 * A quiz document that is being changed: what the server has, and over it what was done here and is on its way.
 *
 * Whatever an editor makes of the document it was shown becomes a change; changes made elsewhere come in between, and
 * nothing that was typed is lost.
 */
export class Draft {
    private base: QuizDocument;

    private version: number;

    private pending: Pending[] = [];

    /** The newest change, while the text in it is being typed. */
    private open: { id: string; since: number } | null = null;

    private shown: Shown;

    private readonly listeners = new Set<() => void>();

    private readonly kept: WaitingChanges;

    private running: Promise<void> | null = null;

    private timer: ReturnType<typeof setTimeout> | undefined;

    private clock: ReturnType<typeof setInterval> | undefined;

    constructor(
        private readonly quiz: Quiz,
        private readonly onSaved: () => void,
    ) {
        this.base = quiz.document as QuizDocument;
        this.version = quiz.version;
        this.kept = new WaitingChanges(quiz.id, ulid());
        this.pending = this.kept.takeOver();
        this.kept.keep(this.pending);
        this.shown = {
            document: this.base,
            findings: quiz.findings,
            saving: this.pending.length === 0 ? { state: 'saved', version: quiz.version } : { state: 'saving' },
            missed: [],
            undo: quiz.undo,
            redo: quiz.redo,
            elsewhere: null,
        };
        this.shown = { ...this.shown, document: this.laid() };
    }

    readonly subscribe = (listener: () => void): (() => void) => {
        this.listeners.add(listener);
        return () => this.listeners.delete(listener);
    };

    readonly current = (): Shown => this.shown;

    /** From now on until it is stopped it looks for what was changed elsewhere. */
    start(): void {
        this.kept.isHere();
        this.clock = setInterval(() => {
            this.kept.isHere();
            const left = this.kept.takeOver();
            if (left.length > 0) {
                this.put([...left, ...this.pending]);
                void this.run();
            } else if (window.document.visibilityState !== 'hidden') {
                void this.ask();
            }
        }, ASKS);
        window.addEventListener('pagehide', this.leaves);
        window.addEventListener('pageshow', this.comes);
        window.document.addEventListener('focusout', this.rests);
        if (this.pending.length > 0) {
            void this.run();
        }
    }

    stop(): void {
        clearInterval(this.clock);
        clearTimeout(this.timer);
        window.removeEventListener('pagehide', this.leaves);
        window.removeEventListener('pageshow', this.comes);
        window.document.removeEventListener('focusout', this.rests);
        void this.save().finally(() => this.kept.leaves());
    }

    /** Whether all that was done here has reached the server. */
    isSaved(): boolean {
        return this.pending.length === 0;
    }

    /** What an editor made of a document that it was shown; meanwhile others may have changed it. */
    change(from: QuizDocument, to: QuizDocument): void {
        const edits = difference(from, to);
        const one = typed(edits);
        const text = one !== null && around(nodeIn(from, one.at)?.[one.member] ?? '') === around(one.value) ? one : null;
        if (edits.length === 0 || (text !== null && this.goesOn(text))) {
            return;
        }
        let done: Edit[];
        try {
            done = apply(this.shown.document, regardless(edits)).edits;
        } catch (problem) {
            // What it was about is gone by now.
            this.miss({ id: ulid(), label: changeInWords(from, edits), edits, sentence: this.why(problem, null), held: false });
            return;
        }
        const made = {
            id: ulid(),
            label: changeInWords(this.shown.document, done),
            edits: text === null ? edits : [this.onWhatStands(text)],
        };
        this.open = text === null ? null : { id: made.id, since: Date.now() };
        this.put([...this.pending, made]);
        this.wait(text === null ? 0 : REST);
    }

    /** Sends what waits, also what is being typed; tells whether all of it is saved then. */
    async save(): Promise<boolean> {
        this.open = null;
        await this.run();
        return this.isSaved();
    }

    /** Takes back, or does again, the newest step of one's own that can be; says why where there is none. */
    async step(what: 'undo' | 'redo'): Promise<string | null> {
        if (!(await this.save())) {
            return say('build.draft.what-you-changed-last-has');
        }
        try {
            const params = { params: { path: { quiz: this.quiz.id } }, body: { id: ulid(), version: this.version } };
            this.take(
                await take(what === 'undo' ? client.POST('/quizzes/{quiz}/undo', params) : client.POST('/quizzes/{quiz}/redo', params)),
            );
            this.onSaved();
            return null;
        } catch (problem) {
            return sentence(problem);
        }
    }

    /** What could not be laid is laid over whatever stands there by now. */
    again(missed: Missed): void {
        this.forget(missed);
        try {
            const done = apply(this.shown.document, regardless(missed.edits));
            this.put([...this.pending, { id: ulid(), label: missed.label, edits: difference(this.shown.document, done.document) }]);
            this.wait(0);
        } catch (problem) {
            this.miss({ ...missed, held: false, sentence: this.why(problem, null) });
        }
    }

    forget(missed: Missed): void {
        this.shown = { ...this.shown, missed: this.shown.missed.filter((one) => one.id !== missed.id) };
        this.emit({ document: this.laid() });
    }

    readElsewhere(): void {
        this.emit({ elsewhere: null });
    }

    /** Asks what was changed elsewhere. */
    /** @param looking whether what is found is asked for though nothing was changed */
    async ask(looking = false): Promise<void> {
        if (this.running !== null) {
            return;
        }
        try {
            const params = {
                params: { path: { quiz: this.quiz.id }, query: { since: this.version, ...(looking ? { findings: '1' as const } : {}) } },
            };
            const reply = await take(client.GET('/quizzes/{quiz}/changes', params));
            if (this.running === null) {
                this.take(reply);
            }
        } catch (problem) {
            if (problem instanceof Refused && problem.problem.type === '/problems/unknown-version') {
                await this.reload();
            }
        }
    }

    /** Typing goes on in the newest change, or in one that is held back. */
    private goesOn(text: Set): boolean {
        const held = this.shown.missed.find((one) => one.held && sameMember(text, typed(one.edits)));
        if (held !== undefined) {
            this.emit({ missed: this.shown.missed.map((one) => (one === held ? { ...one, edits: [{ ...text }] } : one)) });
            return true;
        }
        const newest = this.pending.at(-1);
        const before = newest === undefined ? null : typed(newest.edits);
        if (this.open === null || newest?.id !== this.open.id || before === null || !sameMember(text, before) || this.kept.isTakenOver()) {
            return false;
        }
        this.put([...this.pending.slice(0, -1), { ...newest, edits: [{ ...before, value: text.value }] }]);
        this.wait(Math.max(0, Math.min(REST, this.open.since + LONGEST - Date.now())));
        return true;
    }

    /** A text replaces what is shown here, which may be newer than what the editor was shown. */
    private onWhatStands(text: Set): Edit {
        return (difference(this.shown.document, apply(this.shown.document, regardless([text])).document)[0] as Set | undefined) ?? text;
    }

    private wait(milliseconds: number): void {
        clearTimeout(this.timer);
        if (milliseconds === 0) {
            this.open = null;
            void this.run();
        } else {
            this.timer = setTimeout(() => void this.save(), milliseconds);
        }
    }

    private readonly rests = (): void => {
        if (this.open !== null) {
            void this.save();
        }
    };

    private readonly leaves = (): void => {
        this.kept.leaves();
        if (!this.isSaved()) {
            void this.save();
        }
    };

    private readonly comes = (): void => {
        this.kept.isHere();
        this.kept.keep(this.pending);
    };

    private async run(): Promise<void> {
        while (this.running !== null) {
            await this.running;
        }
        this.running = this.sendAll();
        await this.running;
        this.running = null;
    }

    private async sendAll(): Promise<void> {
        for (let next = this.pending[0]; next !== undefined && next.id !== this.open?.id; next = this.pending[0]) {
            try {
                const params = { params: { path: { quiz: this.quiz.id } }, body: { ...next, version: this.version } };
                this.take(await take(client.POST('/quizzes/{quiz}/changes', params)), next);
                this.onSaved();
            } catch (problem) {
                if (!(await this.failed(next, problem))) {
                    return;
                }
            }
        }
    }

    /** Whether what waits is to be sent at once. */
    private async failed(next: Pending, problem: unknown): Promise<boolean> {
        if (problem instanceof Refused && problem.problem.type === '/problems/unknown-version') {
            return this.reload();
        }
        if (problem instanceof Refused && problem.problem.status === 422) {
            this.put(this.pending.filter((one) => one.id !== next.id));
            const [error] = problem.problem.errors ?? [];
            this.miss({
                ...next,
                held: false,
                sentence: say('build.draft.the-server-did-not-take', { reason: error?.reason ?? sentence(problem) }),
            });
            return true;
        }
        const status = problem instanceof Refused ? problem.problem.status : null;
        const away = problem instanceof Unreachable || status === 419 || status === 429;
        const why = status === 401 ? signedOut : sentence(problem);
        this.emit({ saving: { state: away ? 'waiting' : 'refused', sentence: why } });
        clearTimeout(this.timer);
        this.timer = setTimeout(() => void this.run(), RETRY);
        return false;
    }

    /** The server has another past than this page: an older state was brought back. What waits here waits on. */
    private async reload(): Promise<boolean> {
        try {
            const now = (await take(client.GET('/quizzes/{quiz}', { params: { path: { quiz: this.quiz.id } } }))) as Quiz;
            this.base = now.document as QuizDocument;
            this.version = now.version;
            this.emit({ findings: now.findings, undo: now.undo, redo: now.redo, document: this.laid() });
            return true;
        } catch {
            return false;
        }
    }

    /** Takes in what the server tells: changes made since, here and elsewhere, and whether the one that was sent fitted. */
    private take(reply: Changes, sent: Pending | null = null): void {
        // One that was overtaken tells nothing new, and what it tells of undoing and findings is old.
        if (reply.version < this.version) {
            return;
        }
        let elsewhere = this.shown.elsewhere;
        let missed = this.shown.missed;
        for (const change of reply.changes) {
            if (change.number <= this.version) {
                continue;
            }
            this.version = change.number;
            const mine = this.pending.find((one) => one.id === change.id);
            this.pending = this.pending.filter((one) => one.id !== change.id);
            if (change.applied) {
                this.base = apply(this.base, change.edits as Edit[]).document;
                if (mine === undefined && change.id !== reply.taken && change.kind !== 'corrected') {
                    elsewhere = `${change.own ? say('build.draft.you-on-another-page-or') : change.by}: ${change.label}`;
                }
            } else if (mine !== undefined) {
                const held = mine.edits.every((edit) => edit.do === 'set') && change.unfit?.reason === 'changed';
                missed = [...missed, { ...mine, held, sentence: this.whyNot(change.unfit) }];
            }
        }
        if (sent !== null) {
            this.pending = this.pending.filter((one) => one.id !== sent.id);
        }
        this.kept.keep(this.pending);
        // What is held is laid over what the server has.
        this.shown = { ...this.shown, missed };
        this.emit({
            document: this.laid(),
            elsewhere,
            undo: reply.undo,
            redo: reply.redo,
            ...(reply.findings === null ? {} : { findings: reply.findings }),
            saving: this.pending.length === 0 ? { state: 'saved', version: this.version } : { state: 'saving' },
        });
    }

    private whyNot(unfit: Changes['changes'][number]['unfit']): string {
        return this.why(
            new Unfit(0, unfit?.at ?? '', unfit?.reason === 'changed' ? 'changed' : 'missing', unfit?.stands),
            unfit?.by ?? null,
        );
    }

    private why(problem: unknown, by: string | null): string {
        if (!(problem instanceof Unfit)) {
            return sentence(problem);
        }
        if (problem.reason !== 'changed') {
            return say('build.draft.took-away-what-it-belonged', { by: by ?? say('build.draft.somebody') });
        }
        const stands = wordsOf(problem.stands).trim();
        return say('build.draft.meanwhile-wrote-something-else-there', {
            isKnown: by === null ? 'no' : 'yes',
            by,
            isSome: stands === '' ? 'no' : 'yes',
            stands: short(stands, 200),
        });
    }

    private miss(missed: Missed): void {
        this.shown = { ...this.shown, missed: [...this.shown.missed, missed] };
        this.emit({ document: this.laid() });
    }

    private put(pending: Pending[]): void {
        this.pending = pending;
        this.kept.keep(pending);
        this.emit({
            document: this.laid(),
            saving: pending.length === 0 ? { state: 'saved', version: this.version } : { state: 'saving' },
        });
    }

    /** What the server has, with what is held and what waits laid over it; what does not fit by now is for the server to say. */
    private laid(): QuizDocument {
        let document = this.base;
        const all = [...(this.shown?.missed ?? []).filter((one) => one.held), ...this.pending];
        for (const { edits } of all) {
            try {
                document = apply(document, regardless(edits)).document;
            } catch {
                // It comes back as one that could not be laid.
            }
        }
        return document;
    }

    private emit(changes: Partial<Shown>): void {
        this.shown = { ...this.shown, ...changes };
        for (const listener of this.listeners) {
            listener();
        }
    }
}
