<?php

declare(strict_types=1);

namespace Vorhut\Core\Record;

/** One thing wrong in a file: where (a JSON path, RFC 9535 normal form, or a line), what was given, what is allowed. */
final readonly class FileError implements \Stringable
{
    public function __construct(
        public string $path,
        public string $given,
        public string $allowed,
        public string $advice = '',
    ) {}

    public function under(string $path): self
    {
        return new self($path.$this->path, $this->given, $this->allowed, $this->advice);
    }

    public function __toString(): string
    {
        return rtrim(\sprintf('%s: %s was given; allowed is %s. %s', $this->path, $this->given, $this->allowed, $this->advice));
    }

    /** A value as it may be shown in a sentence: short, and with its kind where it is not text. */
    public static function show(mixed $value): string
    {
        if (\is_array($value) || \is_object($value)) {
            return \is_array($value) && array_is_list($value) && [] !== $value ? 'a list' : 'an object';
        }
        $json = (string) json_encode(
            $value,
            \JSON_UNESCAPED_UNICODE
                | \JSON_UNESCAPED_SLASHES
                | \JSON_INVALID_UTF8_SUBSTITUTE
                | \JSON_PARTIAL_OUTPUT_ON_ERROR,
        );

        return mb_strlen($json) > 80 ? mb_substr($json, 0, 77).'…"' : $json;
    }
}
