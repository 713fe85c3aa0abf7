<?php

declare(strict_types=1);

namespace Vorhut\Field\Lab;

use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Reach\Node\Network;

/**
 * Planned and leased addresses as loopback addresses and back: 10.a.b.c is 127.a.b.c; any other /24 gets a free block of 127.0.0.0/8
 * from the top, which no planned 10.x needs.
 */
final class LabAddresses
{
    /** @var array<int, int> lab /24 by planned /24, both as the upper 24 bits */
    private array $blocks = [];

    public function __construct(Network $network)
    {
        $used = [];
        $foreign = [];
        // Units before routers, so that a router more does not move the units' blocks.
        foreach ([false, true] as $routers) {
            $blocks = [];
            foreach ($network->nodes as $node) {
                foreach ($node->forwards === $routers ? $node->ports : [] as $port) {
                    $value = $port->primary()?->address->value;
                    if (null !== $value && 10 === $value >> 24) {
                        $used[$value >> 8 & 0xFFFF] = true;
                    } elseif (null !== $value) {
                        $blocks[$value >> 8] = true;
                    }
                }
            }
            ksort($blocks);
            $foreign += $blocks;
        }
        $next = 0xFFFE;
        foreach (array_keys($foreign) as $block) {
            while (isset($used[$next])) {
                --$next;
            }
            $this->blocks[$block] = 127 << 16 | $next--;
        }
    }

    /**
     * The loopback address that stands for a planned or leased one.
     *
     * @throws \OutOfBoundsException for an address of a network nobody stands in
     */
    public function toLab(Ipv4Address $planned): Ipv4Address
    {
        return $this->find($planned) ?? throw new \OutOfBoundsException(\sprintf('%s is not planned, so it has no lab address.', $planned));
    }

    /** The same, or null for an address of a network nobody planned. */
    public function find(Ipv4Address $planned): ?Ipv4Address
    {
        if (10 === $planned->value >> 24) {
            return Ipv4Address::fromInt(127 << 24 | ($planned->value & 0xFFFFFF));
        }
        $block = $this->blocks[$planned->value >> 8] ?? null;

        return null === $block ? null : Ipv4Address::fromInt($block << 8 | $planned->lastOctet());
    }

    public function toPlanned(Ipv4Address $lab): Ipv4Address
    {
        $block = array_search($lab->value >> 8, $this->blocks, true);

        return Ipv4Address::fromInt(false === $block ? 10 << 24 | ($lab->value & 0xFFFFFF) : $block << 8 | $lab->lastOctet());
    }

    /** @return array<string, string> lab block by planned block, for those that are not simply 10 as 127 */
    public function table(): array
    {
        $table = [];
        foreach ($this->blocks as $planned => $lab) {
            $table[Ipv4Address::fromInt($planned << 8).'/24'] = Ipv4Address::fromInt($lab << 8).'/24';
        }

        return $table;
    }
}
