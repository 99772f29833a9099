<!doctype html>
<html lang="en">
<head>
    <meta charset="utf-8">
    <meta name="viewport" content="width=device-width, initial-scale=1">
    <meta name="color-scheme" content="light dark">
    <title>Plum Rota</title>
    <style nonce="{{ Vite::cspNonce() }}">
        body { margin: 0; padding: 12vh 24px; background: #faf7f2; color: #2a2226; font: 16px/1.5 sans-serif; text-align: center; }
        a { color: #5a2346; }
        @media (prefers-color-scheme: dark) { body { background: #1d1119; color: #f1e7ec; } a { color: #e4c3d6; } }
    </style>
</head>
<body>
    <p>This page is not there, or not for you.</p>
    <p><a href="/">Back to the week</a></p>
</body>
</html>
