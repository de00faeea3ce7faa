import tailwind from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import laravel from 'laravel-vite-plugin';
import { defineConfig } from 'vite';

export default defineConfig({
    plugins: [laravel({ input: ['resources/js/teacher/main.tsx', 'resources/js/student/main.tsx'] }), react(), tailwind()],
    build: { target: 'es2022', chunkSizeWarningLimit: 700, assetsInlineLimit: 0 },
});
