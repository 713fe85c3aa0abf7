<?php

declare(strict_types=1);

/**
 * The lead's browser, logged in at the running application.
 *
 * @return Closure(string, array<string, mixed>=): array{code: int, ms: float, kB: float, body: string}
 */
return static function (): Closure {
    $base = 'http://127.0.0.1:'.(getenv('VORHUT_PORT') ?: '8047');
    $cookies = (string) tempnam(sys_get_temp_dir(), 'vorhut');
    register_shutdown_function(static fn (): bool => unlink($cookies));
    $request = static function (string $path, array $form = []) use ($base, $cookies): array {
        $curl = curl_init($base.$path);
        $options = [
            \CURLOPT_RETURNTRANSFER => true,
            \CURLOPT_COOKIEJAR => $cookies,
            \CURLOPT_COOKIEFILE => $cookies,
            \CURLOPT_ENCODING => 'gzip',
            \CURLOPT_REFERER => $base.'/login',
        ];
        $file = [] !== array_filter($form, is_object(...));
        curl_setopt_array($curl, $options + ([] === $form ? [] : [\CURLOPT_POSTFIELDS => $file ? $form : http_build_query($form)]));
        $body = (string) curl_exec($curl);
        $answer = [
            'code' => curl_getinfo($curl, \CURLINFO_RESPONSE_CODE),
            'ms' => curl_getinfo($curl, \CURLINFO_TOTAL_TIME) * 1000,
            'kB' => strlen($body) / 1024,
            'body' => $body,
        ];
        curl_close($curl);

        return $answer;
    };
    $request('/login', ['_username' => 'ines', '_password' => 'ferry-bell-lamp', '_csrf_token' => 'csrf-token']);

    return $request;
};
