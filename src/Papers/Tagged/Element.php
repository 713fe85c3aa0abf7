<?php

declare(strict_types=1);

namespace Vorhut\App\Papers\Tagged;

/** A part of a document as a reader hears it: a heading, a cell, a figure (ISO 32000-1, 14.7.2). */
final class Element
{
    /** @var list<self|array{int, int}> what is inside: other parts, or a page (object number) and what is marked on it */
    private array $kids = [];

    public function __construct(
        public readonly int $id,
        private readonly int $parent,
        private readonly string $type,
        private readonly string $alt,
    ) {}

    public function add(self $kid): void
    {
        $this->kids[] = $kid;
    }

    public function mark(int $page, int $number): void
    {
        $this->kids[] = [$page, $number];
    }

    /** The object as it stands in the file. */
    public function written(): string
    {
        $kids = '';
        foreach ($this->kids as $kid) {
            $kids .= $kid instanceof self
                ? \sprintf(' %d 0 R', $kid->id)
                : \sprintf(' << /Type /MCR /Pg %d 0 R /MCID %d >>', $kid[0], $kid[1]);
        }
        $alt = '' === $this->alt ? '' : \sprintf(' /Alt <FEFF%s>', bin2hex(mb_convert_encoding($this->alt, 'UTF-16BE', 'UTF-8')));

        return \sprintf('<< /Type /StructElem /S /%s /P %d 0 R%s /K [%s ] >>', $this->type, $this->parent, $alt, $kids);
    }
}
