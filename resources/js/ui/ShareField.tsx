import { say } from '../words/words';
import { ParsedField } from './ParsedField';

/** A plain decimal as the quiz document keeps it; nothing when it is none. An empty field stands for nought. */
export function decimal(text: string): string | null {
    const plain = text.trim().replace(',', '.');
    return plain === '' ? '0' : /^\d{1,30}(\.\d{1,30})?$/.test(plain) ? plain : null;
}

/** A share between 0 and 1, written in percent. */
export function ShareField({ label, value, onChange }: { label: string; value: number; onChange: (share: number) => void }) {
    return (
        <ParsedField
            label={label}
            value={value}
            read={(text) => {
                const percent = Number(decimal(text) ?? Number.NaN);
                return percent <= 100 ? percent / 100 : null;
            }}
            write={(share) => String(Math.round(share * 1000) / 10)}
            wrong={say('ui.share-field.from-0-to-100-percent')}
            inputMode="decimal"
            onChange={onChange}
        />
    );
}
