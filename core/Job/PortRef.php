<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\InvalidValue;
use Vorhut\Core\Net\ParsedFromText;

/** A port of a switch: the switch's id, a stroke, the port's name. */
final readonly class PortRef implements ParsedFromText, \Stringable
{
    private const SHAPE = '[a-z0-9][a-z0-9._-]{0,63}\/[^\/\s][^\/]{0,39}';

    private function __construct(public string $switch, public string $port) {}

    public static function fromString(string $text): self
    {
        [$switch, $port] = [...explode('/', $text, 2), ''];

        return 1 === preg_match('#^'.self::SHAPE.'$#D', $text)
            ? new self($switch, $port)
            : throw new InvalidValue($text, 'a switch and its port, with a stroke between', 'Such as '.self::example().'.');
    }

    public static function pattern(): string
    {
        return '^'.self::SHAPE.'$';
    }

    public static function example(): string
    {
        return 'sw-1/12';
    }

    public function __toString(): string
    {
        return $this->switch.'/'.$this->port;
    }
}
