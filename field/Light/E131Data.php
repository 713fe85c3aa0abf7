<?php

declare(strict_types=1);

namespace Vorhut\Field\Light;

/** The slots of one universe from one sender (ANSI E1.31-2018, clauses 6.2 and 7). */
final readonly class E131Data
{
    private const ROOT = 4;
    private const FRAMING = 2;
    private const DMP = 2;
    private const MAX_SLOTS = 512;
    private const MAX_PRIORITY = 200;
    private const LAST_UNIVERSE = 63999;
    /** Address type and data type, first address and step of the properties. */
    private const PROPERTIES = "\xA1\x00\x00\x00\x01";
    private const ENDED = 0x40;
    private const PREVIEW = 0x80;

    /**
     * @param string $cid 16 octets that name the sender (RFC 4122)
     * @param string $slots an octet for each, from the first
     * @param bool $ended whether the sender says that it stops
     * @param bool $isPreview whether it is not meant for lights
     */
    public function __construct(
        public string $cid,
        public string $name,
        public int $universe,
        public int $priority,
        public int $sequence,
        public string $slots,
        public bool $ended = false,
        public bool $isPreview = false,
    ) {}

    public function encode(): string
    {
        $dmp = E131Layers::layer(self::DMP, 1, self::PROPERTIES.pack('n', 1 + \strlen($this->slots))."\x00".$this->slots);
        $options = ($this->ended ? self::ENDED : 0) | ($this->isPreview ? self::PREVIEW : 0);
        $head = E131Layers::name($this->name).\chr($this->priority)."\x00\x00".\chr($this->sequence & 0xFF).\chr($options);

        return E131Layers::root(self::ROOT, $this->cid, E131Layers::layer(self::FRAMING, 4, $head.pack('n', $this->universe).$dmp));
    }

    /** Null for what is no such packet: another vector, a length that lies, a start code that is not that of slots. */
    public static function parse(string $packet): ?self
    {
        $root = E131Layers::inRoot($packet, self::ROOT);
        $framing = null === $root || \strlen($root) < E131Layers::CID
            ? null
            : E131Layers::in(substr($root, E131Layers::CID), self::FRAMING, 4);
        $fixed = E131Layers::NAME + 7;
        $dmp = null === $framing || \strlen($framing) < $fixed ? null : E131Layers::in(substr($framing, $fixed), self::DMP, 1);
        if (null === $root || null === $framing || null === $dmp || \strlen($dmp) < 8 || !str_starts_with($dmp, self::PROPERTIES)) {
            return null;
        }
        $priority = \ord($framing[E131Layers::NAME]);
        $universe = \ord($framing[$fixed - 2]) << 8 | \ord($framing[$fixed - 1]);
        $count = (\ord($dmp[5]) << 8 | \ord($dmp[6])) - 1;
        $slots = substr($dmp, 8);
        if (
            $priority > self::MAX_PRIORITY
            || $universe < 1
            || $universe > self::LAST_UNIVERSE
            || $count > self::MAX_SLOTS
            || $count !== \strlen($slots)
            || "\x00" !== $dmp[7]
        ) {
            return null;
        }
        $options = \ord($framing[E131Layers::NAME + 4]);

        return new self(
            cid: substr($root, 0, E131Layers::CID),
            name: E131Layers::named(substr($framing, 0, E131Layers::NAME)),
            universe: $universe,
            priority: $priority,
            sequence: \ord($framing[E131Layers::NAME + 3]),
            slots: $slots,
            ended: 0 !== ($options & self::ENDED),
            isPreview: 0 !== ($options & self::PREVIEW),
        );
    }
}
