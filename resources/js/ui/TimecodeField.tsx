import { say } from '../words/words';
import { ParsedField } from './ParsedField';
import { seconds, timecode } from './time';

interface Props {
    label: string;
    value: number;
    hideLabel?: boolean;
    onBlur?: () => void;
    onChange: (value: number) => void;
}

/** A timecode of a video, typed as minutes and seconds. */
export function TimecodeField(props: Props) {
    return (
        <ParsedField
            {...props}
            read={seconds}
            write={timecode}
            wrong={say('build.timecode-field.write-it-like-1-05')}
            placeholder="0:00"
            inputMode="text"
        />
    );
}

interface EndProps {
    label: string;
    value: number | null;
    onChange: (value: number | null) => void;
}

/** The end of a stretch of video; left empty, it goes on to the video's own end. */
export function EndField({ label, value, onChange }: EndProps) {
    return (
        <ParsedField<number | 'end'>
            label={label}
            value={value ?? 'end'}
            read={(text) => (text.trim() === '' ? 'end' : seconds(text))}
            write={(end) => (end === 'end' ? '' : timecode(end))}
            wrong={say('build.timecode-field.write-it-like-1-05')}
            placeholder={say('build.timecode-field.to-the-end')}
            onChange={(end) => onChange(end === 'end' ? null : end)}
        />
    );
}
