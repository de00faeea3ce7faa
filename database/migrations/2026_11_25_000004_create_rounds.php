<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        Schema::create('rounds', static function (Blueprint $table): void {
            $table->ulid('id')->primary();
            $table->foreignUlid('task_id')->constrained();
            $table->foreignUlid('student_id')->constrained();
            $table->foreignUlid('edition_id')->constrained();
            // Of the task itself, or a return of what was mastered in it.
            $table->string('kind', 10)->default('task');
            $table->unsignedInteger('number');
            $table->json('terms');
            // What a return asks: questions of its edition.
            $table->json('asks')->nullable();
            // Derived from the events, as all below; `rounds:rebuild` makes it anew.
            $table->longText('state');
            // What its events say for the evidence.
            $table->longText('evidence');
            // Of the edition under which it was marked.
            $table->unsignedInteger('revision')->default(0);
            // Of a finished round, 0 to 1.
            $table->double('score')->nullable();
            $table->boolean('mastered')->default(false);
            // Of its main stops, 0 to 1.
            $table->double('done')->default(0);
            // How often its student took part: answers given, comments written.
            $table->unsignedInteger('answered')->default(0);
            $table->unsignedInteger('commented')->default(0);
            // Answers in it that wait for a person to read them, and when a person last said something to one.
            $table->unsignedSmallInteger('unread')->default(0);
            $table->timestamp('read_at', 3)->nullable();
            // It was under way when its task closed, and goes on when that is opened again.
            $table->boolean('interrupted')->default(false);
            // The student's own latest event: what the next one follows on.
            $table->ulid('last_event_id')->nullable();
            $table->timestamp('started_at', 3);
            $table->timestamp('moved_at', 3);
            $table->timestamp('finished_at', 3)->nullable();
            // When its student's device was first seen after the task had closed.
            $table->timestamp('seen_after_closing_at', 3)->nullable();
            $table->unique(['task_id', 'student_id', 'kind', 'number'], 'rounds_in_order');
            $table->index(['edition_id', 'revision']);
            $table->index(['task_id', 'unread']);
            $table->index(['task_id', 'read_at']);
            // Whether anything is new in a task is asked often.
            $table->index(['task_id', 'moved_at', 'finished_at', 'interrupted']);
        });
        // A task printed for one student: whoever holds the sheet may hand in photographs of it.
        Schema::create('sheets', static function (Blueprint $table): void {
            $table->char('code', 16)->collation('ascii_bin')->primary();
            $table->foreignUlid('task_id')->constrained();
            $table->foreignUlid('student_id')->constrained();
            $table->unique(['task_id', 'student_id']);
        });
        // Append-only, and the truth: what a student did, numbered within the round.
        Schema::create('round_events', static function (Blueprint $table): void {
            $table->comment('append-only: the app can only add rows');
            $table->foreignUlid('round_id')->constrained();
            $table->unsignedInteger('number');
            $table->ulid('event_id');
            $table->string('kind', 20);
            $table->mediumText('data');
            $table->mediumText('facts');
            $table->unsignedBigInteger('device_ms')->nullable();
            $table->unsignedBigInteger('taken_ms');
            // It was made before its task closed, and arrived after it.
            $table->boolean('late')->default(false);
            $table->primary(['round_id', 'number']);
            $table->unique(['round_id', 'event_id']);
        });
        Schema::create('media', static function (Blueprint $table): void {
            $table->ulid('id')->primary();
            // Whose it is: a teacher's, or a student's who handed it in, in the round that is named.
            $table->foreignUlid('teacher_id')->nullable()->constrained();
            $table->foreignUlid('student_id')->nullable()->constrained();
            $table->foreignUlid('round_id')->nullable()->constrained();
            // A photograph of a printed sheet, for a round as a whole and not for one question.
            $table->boolean('is_sheet')->default(false);
            $table->string('kind', 10);
            $table->string('type', 60);
            $table->string('title', 200);
            $table->unsignedBigInteger('bytes');
            $table->double('seconds')->nullable();
            $table->string('file', 80);
            $table->string('captions', 80)->nullable();
            $table->timestamps(3);
        });
    }

    public function down(): void
    {
        foreach (['media', 'round_events', 'sheets', 'rounds'] as $table) {
            Schema::drop($table);
        }
    }
};
