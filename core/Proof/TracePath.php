<?php

declare(strict_types=1);

namespace Vorhut\Core\Proof;

use Vorhut\Core\Intent\Leaf;
use Vorhut\Core\Reach\Cause\PathDirection;
use Vorhut\Core\Reach\Node\Network;
use Vorhut\Core\Reach\Walk\TraceStep;

/**
 * The line a request and its answer draw through segments and routers: who stands on it, what lies between, and how far
 * each way got. The same for the command line and the drawing.
 */
final readonly class TracePath
{
    /**
     * @param list<array{id: string, name: string, router: bool, addresses: list<string>}> $posts
     * @param list<array{id: string|null, name: string, vlan: int|null, prefix: string|null}> $between segment between post n and post n+1
     * @param array{
     *     id: string|null,
     *     name: string,
     *     vlan: int|null,
     *     prefix: string|null,
     * }|null $apart the asker's own segment, where nothing left it for that of the asked
     * @param int|null $requestStops index of the post at which the request stopped; null where it arrived
     * @param int|null $replyStops index of the post at which the answer stopped; null where it came back or was never sent
     */
    private function __construct(
        public array $posts,
        public array $between,
        public ?array $apart,
        public ?int $requestStops,
        public ?int $replyStops,
        public bool $replied,
    ) {}

    /** @param list<TraceStep> $steps */
    public static function fromSteps(Network $network, Leaf $leaf, array $steps): self
    {
        $ids = [$leaf->asker];
        $between = [];
        $requestStops = $replyStops = null;
        $replied = false;
        foreach ($steps as $step) {
            if (PathDirection::Request === $step->leg) {
                if ($step->at !== $ids[array_key_last($ids)]) {
                    $ids[] = $step->at;
                }
                if (null !== $step->into) {
                    $between[] = $step->into;
                }
                if (!$step->ok && true !== $step->cause?->rule->isAfterArrival()) {
                    $requestStops = \count($ids) - 1;
                }
            } else {
                $index = array_search($step->at, $ids, true);
                if (!$step->ok) {
                    $replyStops = false === $index ? \count($ids) - 1 : $index;
                }
                $replied = $step->ok && $step->at === $leaf->asker;
            }
        }
        $between = \array_slice($between, 0, max(0, \count($ids) - 1));
        $owner = null === $leaf->target ? null : ($network->ownersOf($leaf->target->value)[0] ?? null);
        $target = null === $leaf->target || $leaf->target->isMulticast() ? $network->node((string) $leaf->listener) : $owner;
        $lastId = $ids[array_key_last($ids)];
        if (null !== $requestStops && $lastId !== $target?->id) {
            $ids[] = $target->id ?? (string) $leaf->target;
            $between[] = $target?->ports[0]->segment;
        }

        $home = $network->node($leaf->asker)?->ports[0]->segment ?? null;

        return new self(
            posts: array_map(
                static fn (int $i): array => self::post($network, $ids[$i], [
                    $between[$i - 1] ?? null,
                    $between[$i] ?? null,
                ]),
                array_keys($ids),
            ),
            between: array_map(static fn (?string $id): array => self::segment($network, $id), $between),
            apart: 0 === $requestStops && [$home] !== $between ? self::segment($network, $home) : null,
            requestStops: $requestStops,
            replyStops: $replyStops,
            replied: $replied && null === $replyStops,
        );
    }

    /**
     * A router shows only the addresses it has in the segments beside it.
     *
     * @param array{string|null, string|null} $beside
     *
     * @return array{id: string, name: string, router: bool, addresses: list<string>}
     */
    private static function post(Network $network, string $id, array $beside): array
    {
        $node = $network->node($id);
        $addresses = [];
        foreach ($node->ports ?? [] as $port) {
            if (true === $node?->forwards && !\in_array($port->segment, $beside, true)) {
                continue;
            }
            foreach ($port->addresses as $address) {
                // Of whoever is outside, and of the way there, the address alone is known.
                $addresses[$address->address->value] ??= true === $node?->isExternal ? (string) $address->address : (string) $address;
            }
        }

        return ['id' => $id, 'name' => $node->name ?? $id, 'router' => $node->forwards ?? false, 'addresses' => array_values($addresses)];
    }

    /** @return array{id: string|null, name: string, vlan: int|null, prefix: string|null} */
    private static function segment(Network $network, ?string $id): array
    {
        $segment = null === $id ? null : $network->segment($id);
        $subnet = $segment->subnets[0] ?? null;

        return [
            'id' => $id,
            'name' => null === $id ? 'elsewhere' : $network->segmentName($id),
            'vlan' => $segment?->vlan,
            'prefix' => null === $subnet ? null : (string) $subnet->prefix,
        ];
    }
}
