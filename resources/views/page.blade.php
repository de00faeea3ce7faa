<!doctype html>
<html lang="en">
<head>
    <meta charset="utf-8">
    <meta name="viewport" content="width=device-width, initial-scale=1, viewport-fit=cover">
    <meta name="color-scheme" content="light dark">
    <title>Hidden Ladder</title>
    <link rel="icon" href="/icon.svg" type="image/svg+xml">
    @vite("resources/js/$bundle/main.tsx")
</head>
<body>
    <div id="app">
        {{-- What is known before anything has loaded; nothing of a person. --}}
        <main class="first-paint">
            <p class="first-paint-name">Hidden Ladder</p>
            <p>One moment …</p>
        </main>
    </div>
    <noscript>Hidden Ladder needs JavaScript to be switched on.</noscript>
</body>
</html>
