<?php

declare(strict_types=1);

namespace Vorhut\App\Vault;

use Vorhut\Core\InvalidValue;
use Vorhut\Core\Record\Json;

/** Secrets in a file that a passphrase opens: Argon2id (RFC 9106) makes the key, XSalsa20-Poly1305 seals. */
final class SealedFile
{
    public const SHORTEST = 12;
    private const FORMAT = 'vorhut-secrets';
    private const PASSES = 3;
    private const BYTES = 134217728;
    private const MAX_BYTES = 1073741824;

    /**
     * @param list<array{name: string, label: string, units: list<string>, value: string}> $secrets
     *
     * @throws InvalidValue for a passphrase that is soon guessed
     */
    public static function seal(string $job, array $secrets, #[\SensitiveParameter] string $passphrase): string
    {
        if (mb_strlen($passphrase) < self::SHORTEST) {
            $allowed = \sprintf('a passphrase of at least %d characters', self::SHORTEST);
            throw new InvalidValue('', $allowed, 'Use several unrelated words.');
        }
        $salt = random_bytes(\SODIUM_CRYPTO_PWHASH_SALTBYTES);
        $nonce = random_bytes(\SODIUM_CRYPTO_SECRETBOX_NONCEBYTES);
        $key = self::key($passphrase, $salt, self::PASSES, self::BYTES);
        $box = sodium_crypto_secretbox(Json::line(['job' => $job, 'secrets' => $secrets]), $nonce, $key);

        return Json::pretty([
            'format' => self::FORMAT,
            'version' => 1,
            'kdf' => ['name' => 'argon2id', 'passes' => self::PASSES, 'bytes' => self::BYTES, 'salt' => base64_encode($salt)],
            'nonce' => base64_encode($nonce),
            'sealed' => base64_encode($box),
        ]);
    }

    /**
     * @return array{job: string, secrets: list<array{name: string, label: string, units: list<string>, value: string}>}
     *
     * @throws InvalidValue for a file of another sort, or a wrong passphrase
     */
    public static function open(string $file, #[\SensitiveParameter] string $passphrase): array
    {
        $read = json_decode($file, true);
        $kdf = \is_array($read) ? $read['kdf'] ?? null : null;
        if (!\is_array($read) || self::FORMAT !== ($read['format'] ?? null) || !\is_array($kdf)) {
            throw new InvalidValue(given: '', allowed: 'a file that Vault exported', advice: 'It begins with "format": "vorhut-secrets".');
        }
        $passes = $kdf['passes'] ?? 0;
        $bytes = $kdf['bytes'] ?? 0;
        if (!\is_int($passes) || !\is_int($bytes) || $passes < 1 || $passes > 20 || $bytes < 8192 || $bytes > self::MAX_BYTES) {
            throw new InvalidValue(
                given: '',
                allowed: 'a file whose key takes at most 1 GiB and 20 passes to make',
                advice: 'This one was changed.',
            );
        }
        $salt = self::bytes($kdf['salt'] ?? null, \SODIUM_CRYPTO_PWHASH_SALTBYTES);
        $nonce = self::bytes($read['nonce'] ?? null, \SODIUM_CRYPTO_SECRETBOX_NONCEBYTES);
        $box = self::bytes($read['sealed'] ?? null, null);
        $plain = sodium_crypto_secretbox_open($box, $nonce, self::key($passphrase, $salt, $passes, $bytes));
        if (false === $plain) {
            throw new InvalidValue(given: '', allowed: 'the passphrase it was encrypted with', advice: 'Or the file was changed since.');
        }
        /** @var array{job: string, secrets: list<array{name: string, label: string, units: list<string>, value: string}>} $content */
        $content = json_decode($plain, true, flags: \JSON_THROW_ON_ERROR);

        return $content;
    }

    private static function key(#[\SensitiveParameter] string $passphrase, string $salt, int $passes, int $bytes): string
    {
        $algorithm = \SODIUM_CRYPTO_PWHASH_ALG_ARGON2ID13;

        return sodium_crypto_pwhash(\SODIUM_CRYPTO_SECRETBOX_KEYBYTES, $passphrase, $salt, $passes, $bytes, $algorithm);
    }

    private static function bytes(mixed $coded, ?int $length): string
    {
        $bytes = \is_string($coded) ? base64_decode($coded, true) : false;
        if (false === $bytes || (null !== $length && $length !== \strlen($bytes))) {
            throw new InvalidValue(given: '', allowed: 'a whole file', advice: 'Part of it is missing: export it again.');
        }

        return $bytes;
    }
}
