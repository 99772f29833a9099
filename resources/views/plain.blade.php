<!doctype html>
<html lang="en">
<head>
    <meta charset="utf-8">
    <meta name="viewport" content="width=device-width, initial-scale=1">
    <meta name="color-scheme" content="light dark">
    <title>Plum Rota</title>
    <style nonce="{{ Vite::cspNonce() }}">
        body { margin: 0; padding: 12vh 24px; background: #faf7f2; color: #2a2226; font: 16px/1.5 sans-serif; text-align: center; }
        h1 { font: 600 24px/1.3 Georgia, serif; }
        a { color: #5a2346; }
        button { padding: 9px 20px; border: 0; border-radius: 8px; background: #5a2346; color: #fbf3f8; font: inherit; }
        @media (prefers-color-scheme: dark) { body { background: #1d1119; color: #f1e7ec; } a { color: #e4c3d6; } }
    </style>
</head>
<body>
    @yield('body')
</body>
</html>
