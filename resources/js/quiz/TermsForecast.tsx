import { useState } from 'react';
import { client, take } from '../api/client';
import type { Terms } from '../api/types';
import { Button } from '../ui/Button';
import { say } from '../words/words';
import { ForecastLines } from './ForecastLines';

/** What a published quiz lets expect of a class, given with these terms. Worked out when it is asked for. */
export function TermsForecast({ quiz, group, terms }: { quiz: string; group: { id: string; name: string } | null; terms: Terms }) {
    const [asked, setAsked] = useState(false);
    return asked ? (
        <section aria-label={say('teacher.terms-forecast.what-to-expect')} className="w-full max-w-2xl">
            <h3 className="mb-1 text-base">{say('teacher.terms-forecast.what-to-expect')}</h3>
            <ForecastLines
                of={[quiz, terms]}
                ask={(profile) => take(client.POST('/quizzes/{quiz}/forecast', { params: { path: { quiz } }, body: { profile, terms } }))}
                classes={group === null ? [] : [group]}
            />
        </section>
    ) : (
        <Button className="justify-self-start" onClick={() => setAsked(true)}>
            {say('teacher.terms-forecast.how-long-will-it-take')}
        </Button>
    );
}
