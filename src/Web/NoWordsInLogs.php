<?php

declare(strict_types=1);

namespace Vorhut\App\Web;

use Monolog\Attribute\AsMonologProcessor;
use Monolog\LogRecord;

/** Takes words that open something out of what is logged: those in addresses that people and units have without logging in. */
#[AsMonologProcessor]
final class NoWordsInLogs
{
    private const OPENING = ['word', 'token'];

    public function __invoke(LogRecord $record): LogRecord
    {
        return $record->with(
            message: self::cleared($record->message),
            context: self::all($record->context),
            extra: self::all($record->extra),
        );
    }

    /**
     * @param array<array-key, mixed> $values
     *
     * @return array<array-key, mixed>
     */
    private static function all(array $values): array
    {
        $cleared = [];
        foreach ($values as $key => $value) {
            $cleared[$key] = match (true) {
                \in_array($key, self::OPENING, true) => '…',
                \is_array($value) => self::all($value),
                \is_string($value) => self::cleared($value),
                default => $value,
            };
        }

        return $cleared;
    }

    private static function cleared(string $text): string
    {
        return (string) preg_replace('#/(p|answer|welcome)/[A-Za-z0-9]{12,}#', '/$1/…', $text);
    }
}
