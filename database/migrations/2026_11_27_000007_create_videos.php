<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        Schema::table('media', static function (Blueprint $table): void {
            $table->dropColumn('captions');
            // Where it is loaded from: our own folder, an address, or the player of a service.
            $table->string('source', 10)->default('file');
            $table->string('file', 80)->nullable()->change();
            $table->string('address', 2000)->nullable();
            $table->string('service', 20)->nullable();
            $table->string('service_key', 190)->nullable();
            $table->string('picture', 2000)->nullable();
            // Counts how often its file was replaced.
            $table->unsignedInteger('revision')->default(1);
            // How far the small pictures and the wave for the timeline are.
            $table->text('preparation')->nullable();
        });
        Schema::create('caption_tracks', static function (Blueprint $table): void {
            $table->ulid('id')->primary();
            $table->foreignUlid('medium_id')->constrained('media');
            $table->string('language', 12);
            $table->longText('lines');
            // Counts how often it was written, so that two who write at once are told.
            $table->unsignedInteger('revision')->default(1);
            $table->timestamps(3);
            $table->unique(['medium_id', 'language']);
        });
        // Whether a class sees what its students write while they watch, and with whose names.
        Schema::table('tasks', static function (Blueprint $table): void {
            $table->boolean('comments_open')->default(false);
            $table->boolean('comments_named')->default(false);
        });
        Schema::create('hidden_comments', static function (Blueprint $table): void {
            $table->foreignUlid('round_id')->constrained();
            $table->unsignedInteger('number');
            $table->primary(['round_id', 'number']);
        });
    }

    public function down(): void
    {
        Schema::drop('hidden_comments');
        Schema::table('tasks', static fn (Blueprint $table) => $table->dropColumn(['comments_open', 'comments_named']));
        Schema::drop('caption_tracks');
        Schema::table('media', static function (Blueprint $table): void {
            $table->dropColumn(['source', 'address', 'service', 'service_key', 'picture', 'revision', 'preparation']);
            $table->string('captions', 80)->nullable();
        });
    }
};
