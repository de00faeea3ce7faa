import { Dialog } from 'radix-ui';
import { Button } from '../../ui/Button';
import { say } from '../../words/words';

type Keys = [keys: string, words: string][];

const writing: Keys = [
    ['Enter', say('build.keys.enter')],
    ['Shift+Enter', say('build.keys.shift-enter')],
    ['Ctrl+Enter', say('build.keys.next-question')],
    ['Alt+R', say('build.keys.right')],
    ['Alt+W', say('build.keys.feedback')],
    ['Alt+↑ ↓', say('build.keys.move-answer')],
    ['Alt+X', say('build.keys.explanation')],
    ['Alt+L', say('build.keys.hint')],
    ['Alt+K', say('build.keys.workings')],
    ['Ctrl+Z', say('build.keys.undo')],
    ['Ctrl+Shift+Z', say('build.keys.redo')],
];

const texts: Keys = [
    ['Ctrl+B', say('build.bar.bold')],
    ['Ctrl+I', say('build.bar.italic')],
    ['Ctrl+U', say('build.bar.underlined')],
    ['Ctrl+.', say('build.bar.raised')],
    ['Ctrl+,', say('build.bar.lowered')],
    ['Ctrl+E', say('build.bar.code')],
    ['Ctrl+Shift+8', say('build.bar.list')],
    ['Ctrl+Shift+7', say('build.bar.numbered-list')],
    ['Alt+M', say('build.keys.formula')],
    ['Alt+I', say('build.keys.put-in')],
    ['Alt+G', say('build.keys.gap')],
];

const picture: Keys = [
    ['← ↑ ↓ →', say('build.keys.walk')],
    ['N', say('build.keys.new-stop')],
    ['R', say('build.keys.new-rung')],
    ['F', say('build.keys.fork')],
    ['W', say('build.keys.rehearse')],
    ['Alt+← ↑ ↓ →', say('build.keys.move')],
    ['M', say('build.keys.mark')],
    ['Ctrl+C', say('build.keys.copy')],
    ['Ctrl+X', say('build.keys.cut')],
    ['Ctrl+V', say('build.keys.paste')],
    ['Delete', say('build.keys.delete')],
];

/** The keys of the place where a quiz is built, on one page. */
export function KeysPage({ open, onOpen }: { open: boolean; onOpen: (open: boolean) => void }) {
    return (
        <Dialog.Root open={open} onOpenChange={onOpen}>
            <Dialog.Portal>
                <Dialog.Overlay className="fixed inset-0 z-40 bg-ink/40" />
                <Dialog.Content
                    aria-describedby={undefined}
                    className="fixed top-1/2 left-1/2 z-50 grid max-h-[90dvh] w-[min(64rem,94vw)] -translate-1/2 gap-4 overflow-y-auto rounded-lg border border-edge bg-paper p-6"
                >
                    <Dialog.Title className="text-2xl">{say('build.keys.title')}</Dialog.Title>
                    <div className="grid gap-6 md:grid-cols-3">
                        <List heading={say('build.keys.writing')} keys={writing} />
                        <List heading={say('build.keys.in-texts')} keys={texts} />
                        <List heading={say('build.keys.on-the-picture')} keys={picture} />
                    </div>
                    <Dialog.Close asChild>
                        <Button className="justify-self-end">{say('build.media-shelf.close')}</Button>
                    </Dialog.Close>
                </Dialog.Content>
            </Dialog.Portal>
        </Dialog.Root>
    );
}

function List({ heading, keys }: { heading: string; keys: Keys }) {
    return (
        <section>
            <h3 className="mb-2 text-lg">{heading}</h3>
            <dl className="grid grid-cols-[auto_1fr] gap-x-3 gap-y-1 text-sm">
                {keys.map(([key, words]) => (
                    <div key={key} className="contents">
                        <dt>
                            <kbd className="rounded-sm border border-edge bg-sheet px-1.5 py-0.5 font-sans whitespace-nowrap">{key}</kbd>
                        </dt>
                        <dd>{words}</dd>
                    </div>
                ))}
            </dl>
        </section>
    );
}
