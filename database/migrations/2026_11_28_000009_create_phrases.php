<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        // What a teacher has said to answers before, to be called up again.
        Schema::create('phrases', static function (Blueprint $table): void {
            $table->foreignUlid('teacher_id')->constrained();
            $table->char('hash', 32)->collation('ascii_bin');
            $table->string('text', 500);
            $table->unsignedInteger('used')->default(1);
            $table->timestamp('used_at', 3);
            $table->primary(['teacher_id', 'hash']);
            $table->index(['teacher_id', 'used_at']);
        });
    }

    public function down(): void
    {
        Schema::drop('phrases');
    }
};
