<!DOCTYPE html>
<html lang="en">
<head>
    <meta charset="utf-8">
    <meta name="viewport" content="width=device-width, initial-scale=1">
    <title>Plum Rota</title>
    <meta name="color-scheme" content="light dark">
    <link rel="icon" href="/plum.svg" type="image/svg+xml">
    @vite('resources/js/main.ts')
</head>
<body>
    <div id="page"></div>
    <noscript>Plum Rota needs JavaScript to show your week.</noscript>
</body>
</html>
