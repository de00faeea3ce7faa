<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        Schema::create('schools', static function (Blueprint $table): void {
            $table->ulid('id')->primary();
            $table->string('name', 120);
            // Holds the invented data that `demo:load` makes; the simulated post box is there for such a one alone.
            $table->boolean('is_demo')->default(false);
            // The first on this server: its keepers say who may sign up here (anyone, the invited, nobody).
            $table->boolean('is_host')->default(false);
            $table->string('sign_up', 10)->default('anyone');
            // By which its days begin.
            $table->string('time_zone', 64)->default('UTC');
            $table->timestamps(3);
        });
        Schema::create('teachers', static function (Blueprint $table): void {
            $table->ulid('id')->primary();
            $table->foreignUlid('school_id')->constrained();
            $table->boolean('is_keeper')->default(false);
            $table->string('name', 120);
            // Compared byte by byte: another spelling is another address.
            $table->string('email', 190)->collation('utf8mb4_bin')->unique();
            $table->string('password');
            // In which letters are written to them: the one that they last signed in with.
            $table->string('language', 20)->default('en');
            // With what new quizzes begin: rich text to students.
            $table->mediumText('standing_instructions')->nullable();
            // Raised when every session of the account is to end.
            $table->unsignedInteger('epoch')->default(0);
            // Shut by the keeper of the school; what they had given to a colleague, so that it comes back with them.
            $table->timestamp('let_go_at', 3)->nullable();
            $table->json('handed_over')->nullable();
            // The device that came in last, by the name in its cookie: others' failed tries do not shut its door.
            $table->ulid('device')->nullable()->index();
            $table->rememberToken();
            $table->timestamps(3);
        });
        // A colleague is asked to come to a school. Who has the link may accept.
        Schema::create('invitations', static function (Blueprint $table): void {
            $table->ulid('id')->primary();
            $table->foreignUlid('school_id')->constrained();
            $table->foreignUlid('teacher_id')->constrained();
            $table->string('email', 190)->collation('utf8mb4_bin');
            $table->char('token_hash', 64)->collation('ascii_bin')->unique();
            $table->timestamp('ends_at', 3);
            $table->timestamp('accepted_at', 3)->nullable();
            $table->timestamp('withdrawn_at', 3)->nullable();
            $table->timestamps(3);
        });
        Schema::create('password_reset_tokens', static function (Blueprint $table): void {
            $table->string('email', 190)->collation('utf8mb4_bin')->primary();
            $table->string('token');
            $table->timestamp('created_at')->nullable();
        });
        Schema::create('students', static function (Blueprint $table): void {
            $table->ulid('id')->primary();
            $table->foreignUlid('school_id')->constrained();
            $table->string('given_name', 100);
            $table->string('family_name', 100)->default('');
            // On a roster; or a guest with a name of their own, or nobody by name.
            $table->string('kind', 10)->default('roster');
            // What they are called by, where that is not the given name.
            $table->string('called', 100)->nullable();
            // What another register of the school knows them by.
            $table->string('outside_number', 60)->collation('utf8mb4_bin')->nullable();
            // Chosen by the student at the first entry; a hash, or nothing until then.
            $table->string('secret')->nullable();
            // Once there was one, another is chosen with a code alone.
            $table->boolean('had_secret')->default(false);
            // The one-time code with which a secret is chosen, encrypted; none where it was used or never made.
            $table->text('code')->nullable();
            $table->unsignedInteger('epoch')->default(0);
            $table->ulid('device')->nullable()->index();
            $table->double('extra_time')->default(1);
            $table->json('reading')->nullable();
            // When they last came in.
            $table->timestamp('came_in_at', 3)->nullable();
            // Entered twice: who they really are. What they did belongs to that one.
            $table->foreignUlid('merged_into')->nullable()->constrained('students');
            $table->timestamps(3);
            $table->unique(['school_id', 'outside_number']);
        });
        // Two students were found to be one. Until it is taken back it says what came from where.
        Schema::create('merges', static function (Blueprint $table): void {
            $table->ulid('id')->primary();
            $table->foreignUlid('teacher_id')->constrained();
            $table->foreignUlid('kept_id')->constrained('students');
            $table->foreignUlid('gone_id')->constrained('students');
            $table->json('moved');
            $table->timestamp('taken_back_at', 3)->nullable();
            $table->timestamps(3);
        });
        // What a teacher did, or asks to do, to a student who is in other teachers' classes too.
        Schema::create('person_acts', static function (Blueprint $table): void {
            $table->ulid('id')->primary();
            $table->foreignUlid('school_id')->constrained();
            $table->foreignUlid('student_id')->constrained();
            $table->foreignUlid('teacher_id')->constrained();
            $table->string('kind', 10);
            // Of a name: the new one. Of a merge: who is gone.
            $table->json('data');
            $table->string('state', 10);
            $table->foreignUlid('decided_by')->nullable()->constrained('teachers');
            $table->timestamp('decided_at', 3)->nullable();
            $table->timestamps(3);
            $table->index(['school_id', 'created_at']);
        });
        // Whom it concerns, and when they put it away.
        Schema::create('person_act_teachers', static function (Blueprint $table): void {
            $table->foreignUlid('person_act_id')->constrained();
            $table->foreignUlid('teacher_id')->constrained();
            $table->timestamp('seen_at', 3)->nullable();
            $table->primary(['person_act_id', 'teacher_id']);
            $table->index(['teacher_id', 'seen_at']);
        });
        Schema::create('sessions', static function (Blueprint $table): void {
            $table->string('id')->primary();
            $table->longText('payload');
            $table->integer('last_activity')->index();
        });
        // Failed tries at a door, by what was tried (an account, an address). Not in the cache: clearing that resets no pause.
        Schema::create('door_tries', static function (Blueprint $table): void {
            $table->string('door', 100)->collation('ascii_bin')->primary();
            // They drain away with time.
            $table->double('failures');
            $table->timestamp('failed_at', 3);
            $table->timestamp('shut_until', 3)->nullable();
        });
        Schema::create('cache', static function (Blueprint $table): void {
            $table->string('key')->primary();
            $table->mediumText('value');
            $table->integer('expiration');
        });
        Schema::create('cache_locks', static function (Blueprint $table): void {
            $table->string('key')->primary();
            $table->string('owner');
            $table->integer('expiration');
        });
        Schema::create('jobs', static function (Blueprint $table): void {
            $table->id();
            $table->string('queue')->index();
            $table->longText('payload');
            $table->unsignedTinyInteger('attempts');
            $table->unsignedInteger('reserved_at')->nullable();
            $table->unsignedInteger('available_at');
            $table->unsignedInteger('created_at');
        });
        Schema::create('failed_jobs', static function (Blueprint $table): void {
            $table->string('uuid')->primary();
            $table->text('connection');
            $table->text('queue');
            $table->longText('payload');
            $table->longText('exception');
            $table->timestamp('failed_at')->useCurrent();
        });
        Schema::create('letters', static function (Blueprint $table): void {
            $table->ulid('id')->primary();
            $table->string('to', 190);
            $table->string('subject', 300);
            $table->text('body');
            $table->timestamp('sent_at', 3);
        });
    }

    public function down(): void
    {
        foreach (['letters', 'failed_jobs', 'jobs', 'cache_locks', 'cache', 'door_tries', 'sessions', 'person_act_teachers', 'person_acts', 'merges', 'students', 'password_reset_tokens', 'invitations',
            'teachers', 'schools'] as $table) {
            Schema::drop($table);
        }
    }
};
