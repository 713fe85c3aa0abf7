<?php

declare(strict_types=1);

namespace Vorhut\Field\Picture;

/** Bits one after the other, as a coded picture has them (ITU-T H.264, clause 9.1). */
final class Bits
{
    private string $bits = '';

    /** A number of a fixed width. */
    public function plain(int $value, int $width): self
    {
        $this->bits .= str_pad(decbin($value), $width, '0', \STR_PAD_LEFT);

        return $this;
    }

    /** A number of as many bits as it takes: ue(v). */
    public function counted(int ...$values): self
    {
        foreach ($values as $value) {
            $code = decbin($value + 1);
            $this->bits .= str_repeat('0', \strlen($code) - 1).$code;
        }

        return $this;
    }

    /** Zeros up to the next octet. */
    public function aligned(): self
    {
        $this->bits .= str_repeat('0', -\strlen($this->bits) % 8 + (0 === \strlen($this->bits) % 8 ? 0 : 8));

        return $this;
    }

    /** A one, and zeros up to the next octet: rbsp_trailing_bits(). */
    public function ended(): self
    {
        $this->bits .= '1';

        return $this->aligned();
    }

    /** Of whole octets. */
    public function octets(): string
    {
        return implode('', array_map(static fn (string $octet): string => \chr((int) bindec($octet)), str_split($this->bits, 8)));
    }
}
