<?php

declare(strict_types=1);

namespace Vorhut\App\HandOver\Document;

use Twig\Environment;
use Vorhut\App\Cables\Tree;
use Vorhut\App\Networks\NetMap;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Plan\JobReading;
use Vorhut\App\Proof\TraceDrawing;
use Vorhut\App\Racks\RacksPage;
use Vorhut\Core\Intent\PairVerdict;
use Vorhut\Core\Load\LoadPlan;
use Vorhut\Core\Proof\Explainer;

/** Who routes where, the switches, each rack, the way of the pair of each intent that fails first: a drawing each. */
final readonly class DrawingsDocument implements Document
{
    /** Intents whose ways are drawn. */
    private const MAX_WAYS = 60;

    public function __construct(private Environment $twig, private JobReading $reading, private RacksPage $racks) {}

    public function name(): string
    {
        return 'drawings';
    }

    public function title(): string
    {
        return 'Drawings (SVG)';
    }

    public function files(JobContext $context): iterable
    {
        yield 'drawings/networks.svg' => $this->draw(
            'map',
            'Segments and routers',
            NetMap::fromJob($context->job, '', []),
        );
        $tree = Tree::fromJob($context->job, (new LoadPlan($context->job))->byLink());
        if (null !== $tree) {
            yield 'drawings/switches.svg' => $this->draw('switches', 'Switches and link load, in Mbit/s', $tree);
        }
        foreach ($this->racks->racks($context) as $index => $rack) {
            yield \sprintf('drawings/rack-%d.svg', $index + 1) => $this->draw('rack', $rack->link->text, $rack);
        }
        yield from $this->ways($context);
    }

    /** @return iterable<string, string> */
    private function ways(JobContext $context): iterable
    {
        $explainer = new Explainer($this->reading->prover($context->stored));
        foreach (\array_slice($context->job->intents, 0, self::MAX_WAYS) as $intent) {
            $explained = $explainer->first($intent);
            if (null !== $explained?->deciding) {
                $drawing = TraceDrawing::fromPart($explained->deciding, PairVerdict::Leak === $explained->prediction->span);
                yield \sprintf('drawings/way-%s.svg', $intent->id) => $this->draw('way', $intent->name, $drawing);
            }
        }
    }

    private function draw(string $template, string $title, object $drawing): string
    {
        return $this->twig->render(\sprintf('drawings/%s.svg.twig', $template), ['title' => $title, 'drawing' => $drawing]);
    }
}
