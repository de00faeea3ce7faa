import { useCallback, useEffect, useRef, useState } from 'react';
import { client, Refused, sentence, take, Unreachable } from '../../api/client';
import type { Finding, Quiz, QuizDocument } from '../../api/types';

export type Saving =
    | { state: 'saved'; version: number }
    | { state: 'saving' }
    | { state: 'waiting'; sentence: string }
    | { state: 'elsewhere' }
    | { state: 'refused'; sentence: string };

interface Kept {
    version: number;
    document: QuizDocument;
}

/** Pause in typing after which a change is sent, in milliseconds. */
const PAUSE = 500;
const RETRY = 3000;

const keptName = (quiz: string) => `unsaved-quiz-${quiz}`;

/** What was typed on this device and never reached the server, if it still follows on the server's version. */
function keptHere(quiz: Quiz): QuizDocument | null {
    try {
        const kept = JSON.parse(localStorage.getItem(keptName(quiz.id)) ?? 'null') as Kept | null;
        return kept !== null && kept.version === quiz.version ? kept.document : null;
    } catch {
        return null;
    }
}

/** A full or forbidden store keeps nothing; what is typed is still sent. */
function keepHere(quiz: string, kept: Kept): void {
    try {
        localStorage.setItem(keptName(quiz), JSON.stringify(kept));
    } catch {
        // The page itself still holds it.
    }
}

/** A quiz document that saves itself at every change, and keeps on this device what has not reached the server. */
export function useDraft(quiz: Quiz, onSaved: () => void) {
    const [document, setDocument] = useState<QuizDocument>(() => keptHere(quiz) ?? quiz.document);
    const [findings, setFindings] = useState<Finding[]>(quiz.findings);
    const [saving, setSaving] = useState<Saving>({ state: 'saved', version: quiz.version });
    const version = useRef(quiz.version);
    const latest = useRef(document);
    const unsaved = useRef(document !== quiz.document);
    const running = useRef<Promise<void> | null>(null);
    const timer = useRef<ReturnType<typeof setTimeout>>(undefined);

    /** Sends what is not saved yet; tells whether all of it is saved then. */
    const save = useCallback(async (): Promise<boolean> => {
        clearTimeout(timer.current);
        if (running.current !== null) {
            await running.current;
        }
        if (!unsaved.current) {
            return true;
        }
        const sent = latest.current;
        unsaved.current = false;
        setSaving({ state: 'saving' });
        running.current = (async () => {
            try {
                const saved = await take(
                    client.PUT('/quizzes/{quiz}', {
                        params: { path: { quiz: quiz.id } },
                        body: { version: version.current, document: sent },
                    }),
                );
                version.current = saved.version;
                setFindings(saved.findings);
                if (!unsaved.current) {
                    localStorage.removeItem(keptName(quiz.id));
                    setSaving({ state: 'saved', version: saved.version });
                    onSaved();
                }
            } catch (error) {
                unsaved.current = true;
                if (error instanceof Unreachable) {
                    setSaving({ state: 'waiting', sentence: error.message });
                    timer.current = setTimeout(() => void save(), RETRY);
                } else if (error instanceof Refused && error.problem.type === '/problems/changed-elsewhere') {
                    setSaving({ state: 'elsewhere' });
                } else {
                    setSaving({ state: 'refused', sentence: sentence(error) });
                }
            }
        })();
        await running.current;
        running.current = null;
        return !unsaved.current;
    }, [onSaved, quiz.id]);

    const change = useCallback(
        (next: QuizDocument) => {
            latest.current = next;
            unsaved.current = true;
            setDocument(next);
            setSaving((now) => (now.state === 'elsewhere' ? now : { state: 'saving' }));
            keepHere(quiz.id, { version: version.current, document: next });
            clearTimeout(timer.current);
            timer.current = setTimeout(() => void save(), PAUSE);
        },
        [quiz.id, save],
    );

    /** Saves what is here over what was saved elsewhere. */
    const keepMine = useCallback(async () => {
        const now = await take(client.GET('/quizzes/{quiz}', { params: { path: { quiz: quiz.id } } }));
        version.current = now.version;
        unsaved.current = true;
        await save();
    }, [quiz.id, save]);

    /** Gives up what is here for what was saved elsewhere. */
    const takeTheirs = useCallback(async () => {
        const now = (await take(client.GET('/quizzes/{quiz}', { params: { path: { quiz: quiz.id } } }))) as Quiz;
        version.current = now.version;
        unsaved.current = false;
        latest.current = now.document;
        localStorage.removeItem(keptName(quiz.id));
        setDocument(now.document);
        setFindings(now.findings);
        setSaving({ state: 'saved', version: now.version });
        return now;
    }, [quiz.id]);

    useEffect(() => {
        if (unsaved.current) {
            void save();
        }
        const leaving = (event: BeforeUnloadEvent) => {
            if (unsaved.current) {
                void save();
                event.preventDefault();
            }
        };
        window.addEventListener('beforeunload', leaving);
        return () => {
            window.removeEventListener('beforeunload', leaving);
            void save();
        };
    }, [save]);

    return { document, findings, saving, change, save, keepMine, takeTheirs };
}
