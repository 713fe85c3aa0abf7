<?php

declare(strict_types=1);

namespace Vorhut\Field\Fax;

/**
 * A packet between two faxes: an indicator, or data of a modem (ITU-T T.38, section 7, version 0, in the packed encoding of annex A).
 * A frame of commands is one field of bytes and one that says that its check sequence was right.
 */
final readonly class Ifp implements \Stringable
{
    /** Indicators (section 7.3.1, table 2). */
    public const SILENCE = 0;
    public const CALLED_TONE = 2;
    public const V21 = 3;
    public const V17_14400_SHORT = 14;
    public const V17_14400_LONG = 15;

    /** Kinds of data (table 3): commands at 300 bit/s, and the page. */
    public const COMMANDS = 0;
    public const PAGE = 8;

    /** Fields (table 5). */
    public const FRAME = 0;
    public const FRAME_IS_RIGHT = 4;
    public const PICTURE = 6;
    public const PICTURE_ENDS = 7;

    /** @param list<array{int, string}> $fields kind and bytes of each */
    private function __construct(public bool $isIndicator, public int $kind, public array $fields = []) {}

    public static function indicator(int $kind): self
    {
        return new self(true, $kind);
    }

    public static function frame(string $bytes): self
    {
        return new self(false, self::COMMANDS, [[self::FRAME, $bytes], [self::FRAME_IS_RIGHT, '']]);
    }

    public static function picture(string $bytes): self
    {
        return new self(false, self::PAGE, [[self::PICTURE, $bytes]]);
    }

    public static function pictureEnds(): self
    {
        return new self(false, self::PAGE, [[self::PICTURE_ENDS, '']]);
    }

    /** Null for what is none. */
    public static function parse(string $bytes): ?self
    {
        $first = \ord($bytes[0] ?? "\0");
        if ('' === $bytes) {
            return null;
        }
        if (0 === ($first & 0x40)) {
            return new self(true, ($first >> 1) & 0x0F);
        }
        $fields = 0 === ($first & 0x80) ? [] : self::fields(substr($bytes, 1));

        return null === $fields ? null : new self(false, ($first >> 1) & 0x0F, $fields);
    }

    public function __toString(): string
    {
        if ($this->isIndicator) {
            return \chr($this->kind << 1);
        }
        $bytes = \chr(0xC0 | $this->kind << 1).\chr(\count($this->fields));
        foreach ($this->fields as [$kind, $data]) {
            $bytes .= \chr(('' === $data ? 0 : 0x80) | $kind << 4).('' === $data ? '' : pack('n', \strlen($data) - 1).$data);
        }

        return $bytes;
    }

    /** @return list<array{int, string}>|null */
    private static function fields(string $bytes): ?array
    {
        $fields = [];
        $at = 1;
        for ($left = \ord($bytes[0] ?? "\0"); $left > 0; --$left) {
            if (!isset($bytes[$at])) {
                return null;
            }
            $head = \ord($bytes[$at++]);
            $data = '';
            if (0 !== ($head & 0x80)) {
                $length = 1 + (\ord($bytes[$at] ?? "\0") << 8 | \ord($bytes[$at + 1] ?? "\0"));
                $data = substr($bytes, $at + 2, $length);
                if (\strlen($data) !== $length) {
                    return null;
                }
                $at += 2 + \strlen($data);
            }
            $fields[] = [($head >> 4) & 0x07, $data];
        }

        return $fields;
    }
}
