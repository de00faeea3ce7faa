import { locale } from '../words/words';

/** Made when they are first needed: by then the page's language is known. */
function once<T>(make: () => T): () => T {
    let made: T | undefined;
    return () => {
        made ??= make();
        return made;
    };
}

const relative = once(() => new Intl.RelativeTimeFormat(locale(), { numeric: 'auto' }));
const times = once(() => new Intl.DateTimeFormat(locale(), { hour: 'numeric', minute: '2-digit' }));
const exactTimes = once(() => new Intl.DateTimeFormat(locale(), { timeStyle: 'medium' }));
const days = once(() => new Intl.DateTimeFormat(locale(), { weekday: 'short', day: 'numeric', month: 'short' }));
const whole = once(() => new Intl.DateTimeFormat(locale(), { dateStyle: 'full', timeStyle: 'short' }));

/** How many midnights lie between two moments, where this device is. */
function daysApart(from: Date, to: Date): number {
    const midnight = (date: Date) => new Date(date.getFullYear(), date.getMonth(), date.getDate()).getTime();
    return Math.round((midnight(to) - midnight(from)) / 86_400_000);
}

/** A day of a calendar, `2026-12-03`, in words near: "tomorrow", "Thu 3 Dec". */
export function onDay(date: string, now: Date = new Date()): string {
    const then = new Date(`${date}T12:00`);
    const apart = daysApart(now, then);
    return Math.abs(apart) <= 1 ? relative().format(apart, 'day') : days().format(then);
}

/** A moment in words near: "in 5 minutes", "tomorrow 08:00", "Thu 3 Dec 08:00". */
export function near(iso: string, now: Date = new Date()): string {
    const then = new Date(iso);
    const minutes = Math.round((then.getTime() - now.getTime()) / 60_000);
    if (Math.abs(minutes) < 60) {
        return relative().format(minutes, 'minute');
    }
    const apart = daysApart(now, then);
    return Math.abs(apart) <= 1
        ? `${relative().format(apart, 'day')} ${times().format(then)}`
        : `${days().format(then)} ${times().format(then)}`;
}

const weekdays = once(() => new Intl.DateTimeFormat(locale(), { weekday: 'short' }));
const numbers = once(() => new Intl.DateTimeFormat(locale(), { day: 'numeric' }));
const months = once(() => new Intl.DateTimeFormat(locale(), { day: 'numeric', month: 'short' }));

/** A day in a calendar: "Mon". */
export function weekday(day: Date): string {
    return weekdays().format(day);
}

/** "27". */
export function dayNumber(day: Date): string {
    return numbers().format(day);
}

/** "27 Nov". */
export function month(day: Date): string {
    return months().format(day);
}

/** The day of a moment: "Thu 3 Dec"; nothing of no moment. */
export function day(iso: string): string {
    return iso === '' ? '' : days().format(new Date(iso));
}

/** The time of day of a moment: "14:02". */
export function clock(iso: string): string {
    return times().format(new Date(iso));
}

/** The time of day in milliseconds since 1970, with its seconds: "14:02:31". */
export function toTheSecond(at: number): string {
    return exactTimes().format(at);
}

export function exact(iso: string): string {
    return whole().format(new Date(iso));
}

/** Seconds of a video as m:ss, with tenths where there are some. */
export function timecode(seconds: number): string {
    const tenths = Math.round(seconds * 10);
    const minutes = Math.floor(tenths / 600);
    const rest = (tenths % 600) / 10;
    const text = Number.isInteger(rest) ? String(rest).padStart(2, '0') : rest.toFixed(1).padStart(4, '0');
    return `${minutes}:${text}`;
}

/** Seconds from "1:05", "1:05.5" or "65"; nothing when it is none of them. */
export function seconds(text: string): number | null {
    const found = /^\s*(?:(\d{1,4}):)?(\d{1,5}(?:[.,]\d{1,2})?)\s*$/.exec(text);
    return found === null ? null : Number(found[1] ?? 0) * 60 + Number((found[2] ?? '').replace(',', '.'));
}
