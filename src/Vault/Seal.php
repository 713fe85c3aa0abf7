<?php

declare(strict_types=1);

namespace Vorhut\App\Vault;

use Vorhut\Core\Record\Json;

/** Seals texts with the key of the vault, each with the name of what it is, so that none passes for another. */
final readonly class Seal
{
    public function __construct(private VaultKey $key) {}

    /** @throws VaultClosed */
    public function on(string $name, #[\SensitiveParameter] string $value): string
    {
        $nonce = random_bytes(\SODIUM_CRYPTO_SECRETBOX_NONCEBYTES);
        $box = sodium_crypto_secretbox(Json::line([$name, $value]), $nonce, $this->key->current());

        return $this->key->currentName().':'.base64_encode($nonce.$box);
    }

    /** @throws VaultClosed */
    public function open(string $name, string $sealed): string
    {
        [$keyName, $coded] = [...explode(':', $sealed, 2), ''];
        $key = $this->key->named($keyName) ?? throw VaultClosed::otherKey($name);
        $bytes = (string) base64_decode($coded, true);
        $length = \SODIUM_CRYPTO_SECRETBOX_NONCEBYTES;
        $isWhole = \strlen($bytes) > $length;
        $plain = $isWhole ? sodium_crypto_secretbox_open(substr($bytes, $length), substr($bytes, 0, $length), $key) : false;
        [$is, $value] = false === $plain ? ['', ''] : (array) Json::decode($plain);
        if ($is !== $name || !\is_string($value)) {
            throw VaultClosed::otherKey($name);
        }

        return $value;
    }
}
