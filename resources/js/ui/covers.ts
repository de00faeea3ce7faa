import { useState } from 'react';

/** What lies under a cover of its own where a class looks on. */
export const covers = ['names', 'answers', 'scores'] as const;

export type Cover = (typeof covers)[number];

interface Screen {
    forClass: boolean;
    lifted: Cover[];
}

/** The projector is the same tomorrow: what was chosen here holds for every task on this device. */
const KEY = 'screen';

const forMe: Screen = { forClass: false, lifted: [] };

export interface Covers {
    forClass: boolean;
    /** Whether it can be seen: for the teacher all, for a class what was lifted. */
    seen: Record<Cover, boolean>;
    /** Whether the answers to one question can be seen. */
    answersTo: (question: string) => boolean;
    /** Turned towards the class, all is covered. */
    turn: (forClass: boolean) => void;
    lift: (cover: Cover, lifted: boolean) => void;
    /** The answers to one question alone; it lasts as long as the page. */
    liftAnswersTo: (question: string) => void;
}

/** A screen for the teacher alone, or for the class: then names, answers and scores are covered, and each cover is lifted by itself. */
export function useCovers(): Covers {
    const [screen, setScreen] = useState(read);
    const [questions, setQuestions] = useState<string[]>([]);
    const put = (next: Screen) => {
        keep(next);
        setScreen(next);
    };
    const isSeen = (cover: Cover) => !screen.forClass || screen.lifted.includes(cover);
    return {
        forClass: screen.forClass,
        seen: { names: isSeen('names'), answers: isSeen('answers'), scores: isSeen('scores') },
        answersTo: (question) => isSeen('answers') || questions.includes(question),
        turn: (forClass) => {
            setQuestions([]);
            put({ forClass, lifted: [] });
        },
        lift: (cover, lifted) => {
            const others = screen.lifted.filter((one) => one !== cover);
            if (cover === 'answers') {
                setQuestions([]);
            }
            put({ ...screen, lifted: lifted ? [...others, cover] : others });
        },
        liftAnswersTo: (question) => setQuestions([...questions, question]),
    };
}

function read(): Screen {
    try {
        const kept = JSON.parse(localStorage.getItem(KEY) ?? 'null') as Partial<Screen> | null;
        return { forClass: kept?.forClass === true, lifted: covers.filter((cover) => kept?.lifted?.includes(cover) === true) };
    } catch {
        return forMe;
    }
}

function keep(screen: Screen): void {
    try {
        localStorage.setItem(KEY, JSON.stringify(screen));
    } catch {
        // It holds as long as the page.
    }
}
