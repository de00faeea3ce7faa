import { useState } from 'react';
import { useNavigate } from 'react-router';
import { client, take } from '../api/client';
import { say } from '../words/words';
import { Button } from './Button';
import { Notice } from './Notice';
import { Switch } from './Switch';
import { useAttempt } from './useAttempt';

/** A class is led from the front: by a task, or from nothing. */
export function OpenFront({ group, task }: { group: string; task: string | null }) {
    const navigate = useNavigate();
    const [atOnce, setAtOnce] = useState(false);
    const [devices, setDevices] = useState(true);
    const { error, attempt } = useAttempt('task');
    const open = () =>
        attempt(async () => {
            const sitting = await take(
                client.POST('/classes/{class}/sittings', {
                    params: { path: { class: group } },
                    body: { task, atOnce: atOnce && devices, devices },
                }),
            );
            await navigate(`/sittings/${sitting.id}`);
        });
    return (
        <div className="grid justify-items-start gap-2">
            <p>{say('teacher.board.why')}</p>
            <Switch label={say('teacher.board.with-devices')} checked={devices} onChange={setDevices} />
            {devices ? (
                <Switch label={say('teacher.board.tell-at-once')} checked={atOnce} onChange={setAtOnce} />
            ) : (
                <p className="text-sm text-soft">{say('teacher.board.without-devices')}</p>
            )}
            <Button weight="main" onClick={() => void open()}>
                {say('teacher.board.lead-from-the-front')}
            </Button>
            {error !== null && <Notice>{error}</Notice>}
        </div>
    );
}
