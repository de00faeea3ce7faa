<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        // A class that is led from the front.
        Schema::create('sittings', static function (Blueprint $table): void {
            $table->ulid('id')->primary();
            $table->foreignUlid('class_id')->constrained('classes');
            $table->foreignUlid('teacher_id')->constrained();
            // The class while it is open: one at a time.
            $table->ulid('open_for')->nullable()->unique();
            // Derived from its acts.
            $table->json('state');
            $table->timestamp('opened_at', 3);
            $table->timestamp('moved_at', 3);
            $table->timestamp('ended_at', 3)->nullable();
            $table->index(['teacher_id', 'ended_at']);
        });
        // Append-only, and the truth: what was done at the front, numbered within the sitting.
        Schema::create('sitting_acts', static function (Blueprint $table): void {
            $table->comment('append-only: the app can only add rows');
            $table->foreignUlid('sitting_id')->constrained();
            $table->unsignedInteger('number');
            $table->ulid('act_id');
            $table->string('kind', 20);
            $table->json('data');
            $table->unsignedBigInteger('taken_ms');
            $table->primary(['sitting_id', 'number']);
            $table->unique(['sitting_id', 'act_id']);
        });
        // Who has come in. In the one entered last a student is led.
        Schema::create('sitting_students', static function (Blueprint $table): void {
            $table->foreignUlid('sitting_id')->constrained();
            $table->foreignUlid('student_id')->constrained();
            // The round that is led, and the task for which it was looked for.
            $table->foreignUlid('round_id')->nullable()->constrained();
            $table->ulid('task_id')->nullable();
            $table->timestamp('entered_at', 3);
            $table->timestamp('left_at', 3)->nullable();
            $table->primary(['sitting_id', 'student_id']);
            $table->index(['student_id', 'left_at']);
        });
        // How it goes for a student, as they say, over time.
        Schema::create('sitting_moods', static function (Blueprint $table): void {
            $table->id();
            $table->foreignUlid('sitting_id')->constrained();
            $table->foreignUlid('student_id')->constrained();
            $table->string('mood', 10);
            $table->unsignedBigInteger('said_ms');
            $table->index(['sitting_id', 'student_id', 'id']);
        });
    }

    public function down(): void
    {
        foreach (['sitting_moods', 'sitting_students', 'sitting_acts', 'sittings'] as $table) {
            Schema::drop($table);
        }
    }
};
