import { Toast } from 'radix-ui';
import { createContext, type ReactNode, useCallback, useContext, useMemo, useState } from 'react';
import { say } from '../words/words';
import { Button } from './Button';

interface Undoable {
    key: number;
    sentence: string;
    words: string;
    undo: () => void;
}

interface Undo {
    /** The sentence that says what happened, the words on the button, and what brings it back. */
    offer: (sentence: string, words: string, undo: () => void) => void;
    /** Takes an offer back, when undoing would by now undo something else too. */
    withdraw: () => void;
}

const Context = createContext<Undo>({ offer: () => undefined, withdraw: () => undefined });

/** How long something can be undone from its notice, in milliseconds. */
const STAYS = 20_000;

/** Says what was just taken away, and brings it back on demand, instead of asking beforehand. */
export function UndoProvider({ children }: { children: ReactNode }) {
    const [undoable, setUndoable] = useState<Undoable | null>(null);
    const offer = useCallback(
        (sentence: string, words: string, undo: () => void) =>
            setUndoable((before) => ({ key: (before?.key ?? 0) + 1, sentence, words, undo })),
        [],
    );
    const value = useMemo(() => ({ offer, withdraw: () => setUndoable(null) }), [offer]);
    return (
        <Context.Provider value={value}>
            <Toast.Provider duration={STAYS} label={say('ui.undo.notice')}>
                {children}
                {undoable !== null && (
                    <Toast.Root
                        key={undoable.key}
                        className="flex animate-rise items-center gap-4 rounded-md border border-ink bg-ink py-2 pr-2 pl-4 text-paper shadow-lg"
                        onOpenChange={(open) => !open && setUndoable(null)}
                    >
                        <Toast.Description>{undoable.sentence}</Toast.Description>
                        <Toast.Action asChild altText={undoable.words}>
                            <Button onClick={undoable.undo}>{undoable.words}</Button>
                        </Toast.Action>
                    </Toast.Root>
                )}
                <Toast.Viewport
                    label={say('ui.undo.notices', { hotkey: '{hotkey}' })}
                    className="fixed bottom-5 left-1/2 z-10 flex w-max max-w-[92vw] -translate-x-1/2 flex-col gap-2 outline-none"
                />
            </Toast.Provider>
        </Context.Provider>
    );
}

export function useUndo() {
    return useContext(Context);
}
