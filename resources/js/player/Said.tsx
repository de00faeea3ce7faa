import type { Verdict } from '../api/types';
import { Rich } from './Rich';

const heads = { right: 'Right.', partly: 'Partly right.', 'not-right': 'Not yet.', unclear: 'Please look again.', noted: 'Thank you.' };

const nearWords = {
    spelling: 'Almost: look at the spelling.',
    unit: 'The number is right. Look at the unit.',
    form: 'This is equal to the answer, but it is asked for in another form.',
};

/** What is said about an answer. Right and not yet are told by words and shape, not by colour alone. */
export function Said({ verdict }: { verdict: Verdict }) {
    const well = verdict.result === 'right' || verdict.result === 'noted';
    return (
        <div className="mb-3" data-read-aloud>
            <p className={`font-display text-xl ${well ? 'text-well' : 'text-yet'}`}>
                {verdict.timedOut ? 'Time is up.' : verdict.result === null ? 'Taken.' : heads[verdict.result]}
            </p>
            {verdict.near !== null && (verdict.near !== 'spelling' || verdict.result !== 'right') && (
                <p className="mt-1 text-lg">{nearWords[verdict.near]}</p>
            )}
            {verdict.near === 'spelling' && verdict.result === 'right' && <p className="mt-1 text-lg">Have a look at how it is spelt.</p>}
            {verdict.result === 'unclear' && (
                <p className="mt-1">
                    {verdict.readings.length > 1 && (
                        <>This can be read as {verdict.readings.join(' or as ')}. Write it so that only one is meant. </>
                    )}
                    This did not count as a try.
                </p>
            )}
            {verdict.feedback.map((text) => (
                <Rich key={text} text={text} className="mt-1 text-lg" />
            ))}
        </div>
    );
}

/** The right answer, once it may be seen. */
export function RightAnswer({ lines }: { lines: string[] }) {
    return (
        <div className="mb-3" data-read-aloud>
            <p className="text-soft">The right answer</p>
            {lines.map((line, index) => (
                <div key={line} className="flex gap-2 text-lg">
                    {lines.length > 1 && <span>{index + 1}.</span>}
                    <Rich text={line} />
                </div>
            ))}
        </div>
    );
}
