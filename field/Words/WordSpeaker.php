<?php

declare(strict_types=1);

namespace Vorhut\Field\Words;

use Vorhut\Field\Serve\TextSpeaker;

/** Speaks the word protocol of the lab's units: a line of words comes in, "OK" or "NO" and more words go out. */
final readonly class WordSpeaker implements TextSpeaker
{
    public const PORT = 4300;
    private const LONGEST = 200;

    /** @param array<string, \Closure(string...): string> $verbs each gives what follows "OK", or throws why not */
    public function __construct(private array $verbs) {}

    public function answer(string $received): ?string
    {
        $end = strpos($received, "\n");
        if (false === $end) {
            return \strlen($received) > self::LONGEST ? "NO line too long\n" : null;
        }
        $words = preg_split('/\s+/', trim(substr($received, 0, $end)), -1, \PREG_SPLIT_NO_EMPTY);
        $words = false === $words ? [] : $words;
        $verb = strtoupper(array_shift($words) ?? '');
        if (!isset($this->verbs[$verb])) {
            return 'NO verbs are '.implode(' ', array_keys($this->verbs))."\n";
        }
        try {
            return rtrim('OK '.($this->verbs[$verb])(...$words))."\n";
        } catch (WordRefused $e) {
            return 'NO '.$e->getMessage()."\n";
        }
    }
}
