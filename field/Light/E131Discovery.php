<?php

declare(strict_types=1);

namespace Vorhut\Field\Light;

/** Which universes a sender sends, as it says every ten seconds (ANSI E1.31-2018, clause 8). */
final readonly class E131Discovery
{
    private const ROOT = 8;
    private const FRAMING = 2;
    private const LIST = 1;
    private const MAX = 512;

    /** @param list<int> $universes */
    public function __construct(
        public string $cid,
        public string $name,
        public array $universes,
        public int $page = 0,
        public int $last = 0,
    ) {}

    public function encode(): string
    {
        $universes = $this->universes;
        sort($universes);
        $numbers = pack('n*', ...\array_slice($universes, 0, self::MAX));
        $list = E131Layers::layer(self::LIST, 4, \chr($this->page).\chr($this->last).$numbers);
        $framing = E131Layers::layer(self::FRAMING, 4, E131Layers::name($this->name)."\x00\x00\x00\x00".$list);

        return E131Layers::root(self::ROOT, $this->cid, $framing);
    }

    public static function parse(string $packet): ?self
    {
        $root = E131Layers::inRoot($packet, self::ROOT);
        $framing = null === $root || \strlen($root) < E131Layers::CID
            ? null
            : E131Layers::in(substr($root, E131Layers::CID), self::FRAMING, 4);
        $fixed = E131Layers::NAME + 4;
        $list = null === $framing || \strlen($framing) < $fixed ? null : E131Layers::in(substr($framing, $fixed), self::LIST, 4);
        if (null === $root || null === $framing || null === $list || \strlen($list) < 2 || 0 !== \strlen($list) % 2) {
            return null;
        }
        /** @var array<int, int>|false $universes */
        $universes = unpack('n*', substr($list, 2));

        return new self(
            cid: substr($root, 0, E131Layers::CID),
            name: E131Layers::named(substr($framing, 0, E131Layers::NAME)),
            universes: array_values(false === $universes ? [] : $universes),
            page: \ord($list[0]),
            last: \ord($list[1]),
        );
    }
}
