<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        // A word between a teacher and a student or colleague, tied to what it is about.
        Schema::create('personal_messages', static function (Blueprint $table): void {
            // Made on the device, so that sending again is no second message.
            $table->ulid('id')->primary();
            // The same for all between the same two about the same thing.
            $table->char('conversation', 26)->index();
            $table->string('matter', 20);
            // Whom it is with, on one side, and who asked, on the other: a student or a colleague.
            $table->foreignUlid('teacher_id')->constrained();
            $table->foreignUlid('student_id')->nullable()->constrained();
            $table->foreignUlid('colleague_id')->nullable()->constrained('teachers');
            $table->boolean('from_teacher');
            $table->foreignUlid('quiz_id')->nullable()->constrained();
            $table->char('question', 26)->nullable();
            $table->foreignUlid('task_id')->nullable()->constrained();
            $table->foreignUlid('round_id')->nullable()->constrained();
            // The words of what it is about, as they were then.
            $table->string('about', 300);
            $table->string('text', 2000);
            $table->timestamp('sent_at', 3);
            // Of what was asked: when it was answered or closed.
            $table->timestamp('settled_at', 3)->nullable();
            // Of an answer: when the one who asked saw it.
            $table->timestamp('seen_at', 3)->nullable();
            $table->index(['teacher_id', 'settled_at']);
            $table->index(['student_id', 'seen_at']);
            $table->index(['quiz_id', 'sent_at']);
        });
    }

    public function down(): void
    {
        Schema::drop('personal_messages');
    }
};
