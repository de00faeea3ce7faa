import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { say } from '../words/words';
import { Button, buttonClass } from './Button';

interface Props {
    title: string;
    /** Where one came from, and what that is called. */
    back: string;
    backWords: string;
    /** Whether there is anything to print. */
    disabled?: boolean;
    /** What else can be chosen. */
    children?: ReactNode;
}

/** Above a page that is there to be printed; it is not printed itself. */
export function PrintBar({ title, back, backWords, disabled = false, children }: Props) {
    return (
        <div className="flex flex-wrap items-center gap-3 bg-tint px-5 py-2 print:hidden">
            <h1 className="text-lg">{title}</h1>
            {children}
            <div className="ml-auto flex gap-2">
                <Button weight="main" disabled={disabled} onClick={() => window.print()}>
                    {say('ui.print-bar.print-it')}
                </Button>
                <Link className={buttonClass()} to={back}>
                    {backWords}
                </Link>
            </div>
        </div>
    );
}
