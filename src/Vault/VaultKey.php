<?php

declare(strict_types=1);

namespace Vorhut\App\Vault;

use Symfony\Component\DependencyInjection\Attribute\Autowire;

/** The key of the vault, in a file of its own outside the database, for its owner alone; former keys below it while they are replaced. */
final readonly class VaultKey
{
    private const MODE = 0o600;

    private string $file;

    public function __construct(
        #[Autowire('%env(VAULT_KEY_FILE)%')]
        string $file,
        #[Autowire('%kernel.project_dir%')]
        string $project,
    ) {
        $this->file = str_starts_with($file, '/') ? $file : $project.'/'.$file;
    }

    public function exists(): bool
    {
        return is_file($this->file);
    }

    /** Makes one where there is none; false where there was one. */
    public function make(): bool
    {
        if ($this->exists()) {
            return false;
        }
        $this->write([random_bytes(\SODIUM_CRYPTO_SECRETBOX_KEYBYTES)]);

        return true;
    }

    /** Puts a new key above the former ones. */
    public function renew(): void
    {
        $this->write([random_bytes(\SODIUM_CRYPTO_SECRETBOX_KEYBYTES), ...array_values($this->all())]);
    }

    /** Forgets the former ones: nothing is sealed with them any more. */
    public function settle(): void
    {
        $this->write([$this->current()]);
    }

    /** @throws VaultClosed */
    public function current(): string
    {
        $all = $this->all();

        return reset($all);
    }

    /** @throws VaultClosed */
    public function currentName(): string
    {
        return self::name($this->current());
    }

    /**
     * The key that something was sealed with; null where it is gone.
     *
     * @throws VaultClosed
     */
    public function named(string $name): ?string
    {
        return $this->all()[$name] ?? null;
    }

    /**
     * @return non-empty-array<string, string> keys by name, the current one first
     *
     * @throws VaultClosed
     */
    private function all(): array
    {
        if (!$this->exists()) {
            throw VaultClosed::noKey(basename($this->file));
        }
        if (0 !== (fileperms($this->file) & 0o077)) {
            throw VaultClosed::readByOthers(basename($this->file));
        }
        $keys = [];
        foreach (explode("\n", trim((string) file_get_contents($this->file))) as $line) {
            $key = base64_decode(trim($line), true);
            if (false === $key || \SODIUM_CRYPTO_SECRETBOX_KEYBYTES !== \strlen($key)) {
                throw VaultClosed::badKey(basename($this->file));
            }
            $keys[self::name($key)] = $key;
        }

        return $keys;
    }

    /** @param list<string> $keys */
    private function write(array $keys): void
    {
        $beside = $this->file.'.new';
        $mask = umask(0o077);
        try {
            file_put_contents($beside, implode("\n", array_map(base64_encode(...), $keys))."\n");
            chmod($beside, self::MODE);
            rename($beside, $this->file);
        } finally {
            umask($mask);
        }
    }

    private static function name(string $key): string
    {
        return substr(hash('sha256', $key), 0, 16);
    }
}
