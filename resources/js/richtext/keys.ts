import { Extension, InputRule, type KeyboardShortcutCommand } from '@tiptap/core';
import { Plugin, type Transaction } from '@tiptap/pm/state';
import { ulid } from '../ui/ulid';
import { say } from '../words/words';
import { putFormula } from './InsertMenu';
import type { RichFieldProps } from './RichField';

interface Latest {
    current: { [Key in 'onEnter' | 'onBackOut' | 'onGap']: RichFieldProps[Key] | undefined };
}

/** Keys of the quiz's own, and `$x^2$`, which becomes a formula. */
export function ownKeys(line: boolean, latest: Latest, openMenu: () => void) {
    const keys: [string, KeyboardShortcutCommand][] = [
        [
            'Enter',
            ({ editor }) => {
                const { $from } = editor.state.selection;
                const isInside = $from.depth > 1 || $from.parent.type.name === 'codeBlock';
                if (latest.current.onEnter === undefined || isInside || editor.view.composing) {
                    return line && !isInside;
                }
                latest.current.onEnter();
                return true;
            },
        ],
        // It is the page's: the next question.
        ['Mod-Enter', () => true],
        [
            'Backspace',
            ({ editor }) => {
                if (latest.current.onBackOut === undefined || !editor.isEmpty) {
                    return false;
                }
                latest.current.onBackOut();
                return true;
            },
        ],
        [
            'Alt-m',
            ({ editor }) => {
                putFormula(editor);
                return true;
            },
        ],
        [
            'Alt-g',
            ({ editor }) =>
                latest.current.onGap !== undefined &&
                editor.commands.command(({ tr }) => {
                    const { from, to } = tr.selection;
                    toGap(tr, latest, from, to, tr.doc.textBetween(from, to, ' '));
                    return true;
                }),
        ],
        [
            'Alt-i',
            () => {
                openMenu();
                return true;
            },
        ],
    ];
    return Extension.create({
        name: 'ownKeys',
        // Before those of the texts.
        priority: 1000,
        addKeyboardShortcuts: () => Object.fromEntries(keys),
        addInputRules: () => [
            new InputRule({
                find: /\[([^[\]]+)\]$/,
                handler: ({ state, range, match }) => {
                    if (latest.current.onGap !== undefined) {
                        toGap(state.tr, latest, range.from, range.to, match[1] ?? '');
                    }
                },
            }),
            new InputRule({
                find: /\$([^$\s](?:[^$]*[^$\s])?)\$$/,
                handler: ({ state, range, match }) => {
                    const formula = state.schema.nodes.formula?.create({ tex: match[1], words: '' });
                    if (formula !== undefined) {
                        state.tr.replaceWith(range.from, range.to, formula);
                    }
                },
            }),
        ],
    });
}

/** Words become a gap, of which they are the answer. */
function toGap(transaction: Transaction, latest: Latest, from: number, to: number, answer: string): void {
    const id = ulid();
    latest.current.onGap?.(id, answer.trim());
    transaction.replaceWith(from, to, transaction.doc.type.schema.node('gap', { id }));
}

/** A text that would be longer than its field stays as it is, and says so. */
export function atMost(letters: number, tell: (words: string | null) => void) {
    return Extension.create({
        name: 'atMost',
        addProseMirrorPlugins: () => [
            new Plugin({
                filterTransaction: (transaction, state) => {
                    if (!transaction.docChanged || transaction.getMeta('preventUpdate') === true) {
                        return true;
                    }
                    const { size } = transaction.doc.content;
                    const fits = size <= letters || size <= state.doc.content.size;
                    tell(fits ? null : say('build.rich-field.full', { letters }));
                    return fits;
                },
            }),
        ],
    });
}
