<?php

declare(strict_types=1);

namespace Vorhut\Field\Lab;

use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Reach\Node\Network;

/**
 * Planned and leased addresses as loopback addresses and back: 10.a.b.c is 127.a.b.c as long as no other lab has that block; any other
 * /24 gets a free block of 127.0.0.0/8 from the top, which no planned 10.x needs.
 */
final class LabAddresses
{
    /** The block in which carriers stand, outside of every plan (RFC 2544 keeps it for tests). */
    public const CARRIERS = 198 << 16 | 18 << 8;

    /** @var array<int, int> lab /24 by planned /24, both as the upper 24 bits */
    private array $blocks = [];

    /** @var array<int, int> the other way round */
    private array $planned = [];

    public function __construct(Network $network, private readonly LabBlocks $given = new LabBlocks())
    {
        [$own, $foreign] = self::wanted($network);
        foreach ($own as $block) {
            $like = 127 << 16 | ($block & 0xFFFF);
            if (isset($given->given[$block]) || !isset($given->taken[$like])) {
                $this->give($block, $given->given[$block] ?? $like);
            } else {
                $foreign[] = $block;
            }
        }
        foreach ($foreign as $block) {
            if (isset($given->given[$block])) {
                $this->give($block, $given->given[$block]);
            }
        }
        $next = 127 << 16 | 0xFFFE;
        foreach ($foreign as $block) {
            if (!isset($this->blocks[$block])) {
                while (isset($this->planned[$next]) || isset($given->taken[$next])) {
                    --$next;
                }
                $this->give($block, $next);
            }
        }
    }

    public function blocks(): LabBlocks
    {
        return new LabBlocks($this->blocks, $this->given->taken);
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
        $block = $this->blocks[$planned->value >> 8] ?? null;
        if (null === $block && 10 === $planned->value >> 24) {
            $like = 127 << 16 | ($planned->value >> 8 & 0xFFFF);
            $block = isset($this->given->taken[$like]) || isset($this->planned[$like]) ? null : $like;
        }

        return null === $block ? null : Ipv4Address::fromInt($block << 8 | $planned->lastOctet());
    }

    public function toPlanned(Ipv4Address $lab): Ipv4Address
    {
        $block = $this->planned[$lab->value >> 8] ?? (10 << 16 | ($lab->value >> 8 & 0xFFFF));

        return Ipv4Address::fromInt($block << 8 | $lab->lastOctet());
    }

    /** @return array<string, string> lab block by planned block, for those that are not simply 10 as 127 */
    public function table(): array
    {
        $table = [];
        foreach ($this->blocks as $planned => $lab) {
            if (self::CARRIERS !== $planned && (10 !== $planned >> 16 || ($planned & 0xFFFF) !== ($lab & 0xFFFF))) {
                $table[Ipv4Address::fromInt($planned << 8).'/24'] = Ipv4Address::fromInt($lab << 8).'/24';
            }
        }

        return $table;
    }

    private function give(int $planned, int $lab): void
    {
        $this->blocks[$planned] = $lab;
        $this->planned[$lab] = $planned;
    }

    /** @return array{list<int>, list<int>} planned blocks of 10.0.0.0/8, and others: units before routers, so that a router moves none */
    private static function wanted(Network $network): array
    {
        $own = $foreign = [];
        foreach ([false, true] as $routers) {
            $blocks = [];
            foreach ($network->nodes as $node) {
                foreach ($node->forwards === $routers ? $node->ports : [] as $port) {
                    foreach ($port->addresses as $address) {
                        $blocks[$address->address->value >> 8] = true;
                    }
                }
            }
            ksort($blocks);
            foreach (array_keys($blocks) as $block) {
                10 === $block >> 16 ? $own[$block] = $block : $foreign[$block] = $block;
            }
        }

        return [array_values($own), array_values($foreign + [self::CARRIERS => self::CARRIERS])];
    }
}
