<?php

declare(strict_types=1);

namespace HiddenLadder\App\School;

use HiddenLadder\App\Mail\InvitationLetter;
use HiddenLadder\App\Models\Invitation;
use HiddenLadder\App\Models\School;
use HiddenLadder\App\Models\SchoolClass;
use HiddenLadder\App\Models\Teacher;
use HiddenLadder\App\Reason;
use HiddenLadder\App\Rejected;
use HiddenLadder\Core\Message;
use Illuminate\Support\Facades\Config;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Mail;
use Illuminate\Support\Str;

/** Colleagues come to a school by invitation, with an account that they make or have. */
final class Invitations
{
    /** Days until one runs out. */
    private const DAYS = 14;

    /** Of one school that may wait at once. */
    private const MOST = 200;

    private const MOST_A_DAY = 200;

    /** @return array{Invitation, string} with the address that is told once, and goes out in a letter */
    public function invite(Teacher $keeper, string $email): array
    {
        $school = $keeper->school()->sole();
        // Those that were withdrawn count too: each was a letter to somebody.
        $today = $school->invitations()->where('created_at', '>', now()->subDay())->count();
        if ($school->invitations()->waiting()->count() >= self::MOST || $today >= self::MOST_A_DAY) {
            throw Rejected::invalid(new Message('problem.invitation.too-many', ['most' => self::MOST]));
        }
        $token = Str::random(40);
        $invitation = $keeper->school()->sole()->invitations()->create([
            'teacher_id' => $keeper->id, 'email' => $email, 'token_hash' => hash('sha256', $token), 'ends_at' => now()->addDays(self::DAYS),
        ]);
        // From the settings, not from the request: a forged Host header must not lead the link elsewhere.
        $address = Config::string('app.url')."/invitation/$token";
        $letter = new InvitationLetter($keeper->name, $keeper->school()->sole()->name, $address, self::DAYS);
        Mail::to($email)->locale($keeper->language)->queue($letter);

        return [$invitation, $address];
    }

    /** @throws Rejected when there is none, or it has run out, was withdrawn or used */
    public function find(string $token): Invitation
    {
        return Invitation::query()->waiting()->where('token_hash', hash('sha256', $token))->with(['school', 'teacher'])->first()
            ?? throw new Rejected(Reason::NotFound, new Message('problem.invitation.gone'));
    }

    /** One that is found is used up by it. */
    public function use(Invitation $invitation): void
    {
        $used = Invitation::query()->waiting()->whereKey($invitation->id)->update(['accepted_at' => now()]);
        if ($used !== 1) {
            throw new Rejected(Reason::NotFound, new Message('problem.invitation.gone'));
        }
    }

    /**
     * A teacher who has an account comes to the school that asks.
     *
     * @param  bool  $bring  classes and students come along; otherwise the classes are archived, and stay where they are
     *
     * @throws Rejected when they leave colleagues behind for whom nobody else sees to the school, or are there already
     */
    public function accept(Invitation $invitation, Teacher $teacher, bool $bring): void
    {
        DB::transaction(function () use ($invitation, $teacher, $bring): void {
            // Two who go to each other's schools at once do so one after the other.
            School::query()->whereKey([$invitation->school_id, $teacher->school_id])->orderBy('id')->lockForUpdate()->get();
            $this->use($invitation);
            $teacher->refresh();
            $old = $teacher->school()->sole();
            if ($old->id === $invitation->school_id) {
                throw new Rejected(Reason::NoPlace, new Message('problem.invitation.there-already'));
            }
            if ($old->teachers()->whereKeyNot($teacher->id)->exists()) {
                throw new Rejected(Reason::NoPlace, new Message('problem.invitation.has-colleagues', ['school' => $old->name]));
            }
            $teacher->update(['school_id' => $invitation->school_id, 'is_keeper' => false]);
            $bring
                ? $this->bring($old, $invitation->school)
                : $teacher->classes()->whereNull('archived_at')->update(['archived_at' => now()]);
        }, 5);
    }

    /**
     * What accepting would mean for somebody who has an account.
     *
     * @return array{school: string, here: bool, colleagues: bool, classes: int, students: int}
     */
    public function before(Invitation $invitation, Teacher $teacher): array
    {
        $school = $teacher->school()->sole();

        return [
            'school' => $school->name,
            'here' => $school->id === $invitation->school_id,
            'colleagues' => $school->teachers()->whereKeyNot($teacher->id)->exists(),
            'classes' => $school->classes()->whereNull('archived_at')->count(),
            'students' => $school->students()->whereNull('merged_into')->count(),
        ];
    }

    private function bring(School $old, School $new): void
    {
        // What another register knows two people by cannot stand twice in one school; who was there keeps it.
        $numbers = $new->students()->whereNotNull('outside_number')->pluck('outside_number')->all();
        $old->students()->whereIn('outside_number', $numbers)->update(['outside_number' => null]);
        $old->students()->update(['school_id' => $new->id]);
        SchoolClass::query()->where('school_id', $old->id)->update(['school_id' => $new->id]);
        DB::table('units')->where('school_id', $old->id)->update(['school_id' => $new->id]);
        DB::table('person_acts')->where('school_id', $old->id)->update(['school_id' => $new->id]);
        $old->invitations()->delete();
        if ($old->is_host) {
            $new->update(['is_host' => true, 'sign_up' => $old->sign_up]);
        }
        $old->delete();
    }
}
