<?php

declare(strict_types=1);

namespace Vorhut\App\Controller;

use Symfony\Component\HttpFoundation\InputBag;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use Vorhut\App\Drawing\TraceDrawing;
use Vorhut\App\Entity\Observation;
use Vorhut\App\Entity\StoredJob;
use Vorhut\App\Entity\TestRun;
use Vorhut\App\Plan\Cell;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Collection;
use Vorhut\Core\Job\Edit;
use Vorhut\Core\JobFile\InvalidFile;
use Vorhut\Core\Proof\Axis;
use Vorhut\Core\Proof\Candidate;
use Vorhut\Core\Proof\Explainer;
use Vorhut\Core\Proof\Hands;
use Vorhut\Core\Proof\IntentPrediction;
use Vorhut\Core\Proof\Pair;
use Vorhut\Core\Proof\Prover;
use Vorhut\Core\Proof\Repair;
use Vorhut\Core\Proof\RepairSearch;
use Vorhut\Core\Proof\Span;
use Vorhut\Core\Proof\WhatIf;

/** What must and must not be, what the engine says of it and why, and what people saw. */
final class ProofController extends JobPage
{
    private const PAIRS_SHOWN = 40;

    #[Route('/job/{slug}/proof', name: 'proof', methods: ['GET'])]
    public function index(string $slug, Request $request): Response
    {
        $stored = $this->stored($slug);
        $job = $this->reading->job($stored);
        $digest = $this->reading->digest($stored);
        $chosen = $request->query->getString('intent');
        $example = null;
        if (!isset($job->intents[$chosen])) {
            $example = $this->reading->next($stored)?->example;
            $chosen = $example['intent'] ?? '';
            foreach ('' === $chosen ? $digest->intents : [] as $id => $intent) {
                if ($intent['span']->fails()) {
                    $chosen = (string) $id;
                    break;
                }
            }
        }
        $cell = Cell::ofRequest($request);
        $axis = $cell->axis ?? Axis::tryFrom($request->query->getString('axis')) ?? Axis::Kind;
        $matrix = $digest->matrices[$axis->value];
        $cellIntents = null === $cell ? null : array_filter(array_map(static fn (IntentPrediction $p): array => $matrix->within($job, $p, $cell->row, $cell->column), $this->reading->proof($stored)->intents), static fn (array $c): bool => [] !== $c);
        if (null !== $cellIntents && !isset($cellIntents[$chosen])) {
            $chosen = array_key_first(array_filter($cellIntents, static fn (array $c): bool => [] !== array_filter(array_keys($c), static fn (string $s): bool => Span::from($s)->fails()))) ?? array_key_first($cellIntents) ?? '';
            $example = null;
        }
        $values = ['matrix' => $matrix, 'axes' => Axis::cases(), 'cell' => $cell, 'cellIntents' => $cellIntents, 'run' => $this->em->getRepository(TestRun::class)->findOneBy(['job' => $stored], ['id' => 'DESC']), 'observations' => $this->observations($stored), 'chosen' => $chosen, 'next' => $this->reading->next($stored), 'pairs' => [], 'pairCount' => 0, 'explanation' => null, 'drawing' => null, 'repairs' => [], 'failing' => $digest->failingPairs(), 'spans' => self::observable()];
        if ('' !== $chosen) {
            $prover = new Prover($job);
            $prediction = $prover->intent($job->intents[$chosen]);
            $pairs = $prediction->first(self::PAIRS_SHOWN, null === $cell ? null : static fn (Pair $p): bool => $matrix->holds($job, $p, $cell->row, $cell->column));
            $wanted = explode('>', $request->query->getString('pair', $example['pair'] ?? ''), 2);
            $pair = isset($wanted[1]) && $prover->has($job->intents[$chosen], new Pair($wanted[0], $wanted[1])) ? new Pair($wanted[0], $wanted[1]) : ($pairs[0] ?? null)?->pair;
            $explanation = null === $pair ? null : (new Explainer($job, $prover))->explain($job->intents[$chosen], $pair);
            $values = [...$values,
                'pairs' => $pairs,
                'pairCount' => null === $cell ? $prediction->count() : array_sum($cellIntents[$chosen] ?? []),
                'explanation' => $explanation,
                'drawing' => null === $explanation?->deciding ? null : TraceDrawing::of($explanation->deciding, Span::Leak === $explanation->prediction->span),
                'repairs' => 0 === $prediction->failingCount() || null === $pair ? [] : $this->reading->repairsForPair($stored, $job->intents[$chosen], $pair),
            ];
        }

        return $this->page($stored, 'proof', 'proof/index.html.twig', $values);
    }

    /** A change that is tried on a copy: which intents turn, before anything is kept. */
    #[Route('/job/{slug}/proof/what-if', name: 'what_if', methods: ['GET'])]
    public function whatIf(string $slug, Request $request): Response
    {
        $stored = $this->stored($slug);
        $tried = $error = null;
        if ('' !== $request->query->getString('on')) {
            try {
                $change = $this->typed($stored, $request->query);
                $tried = (new RepairSearch($this->reading->job($stored), $this->reading->proof($stored)))->tried(new Candidate($change, $change->title, Hands::Us));
            } catch (InvalidValue $e) {
                $error = $e->getMessage();
            } catch (InvalidFile $e) {
                $error = implode(' ', array_map(self::sentence(...), $e->errors));
            }
        }

        return $this->page($stored, 'proof', 'proof/what-if.html.twig', [
            'tried' => $tried, 'error' => $error, 'fields' => WhatIf::FIELDS, 'failing' => $this->reading->proof($stored)->failingCount(),
            'on' => $request->query->getString('on'), 'field' => $request->query->getString('field'), 'value' => $request->query->getString('value'),
        ], null === $error ? 200 : Response::HTTP_UNPROCESSABLE_ENTITY);
    }

    #[Route('/job/{slug}/proof/what-if', name: 'what_if_keep', methods: ['POST'])]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function keep(string $slug, Request $request): Response
    {
        $stored = $this->stored($slug);
        try {
            return $this->change($stored, $this->typed($stored, $request->request), 'proof');
        } catch (InvalidValue $e) {
            $this->addFlash('error', $e->getMessage());

            return $this->redirectToRoute('what_if', ['slug' => $slug], Response::HTTP_SEE_OTHER);
        }
    }

    #[Route('/job/{slug}/proof/repair', name: 'repair', methods: ['POST'])]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function repair(string $slug, Request $request): Response
    {
        $stored = $this->stored($slug);
        $intent = $request->request->getString('intent');
        $sentence = $request->request->getString('repair');
        $repairs = '' === $intent ? $this->reading->repairs($stored) : $this->reading->repairsFor($stored, $intent);
        $found = array_values(array_filter($repairs, static fn (Repair $r): bool => $r->sentence === $sentence));
        if ([] === $found) {
            $this->addFlash('error', 'That change is not needed any more: the plan has changed in the meantime.');

            return $this->redirectToRoute('proof', ['slug' => $slug, 'intent' => $intent], Response::HTTP_SEE_OTHER);
        }

        return $this->change($stored, $found[0]->change, 'proof', array_filter(['intent' => $intent, 'pair' => $request->request->getString('pair')], static fn (string $v): bool => '' !== $v));
    }

    #[Route('/job/{slug}/proof/observe', name: 'observe', methods: ['POST'])]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function observe(string $slug, Request $request): Response
    {
        $stored = $this->stored($slug);
        $intent = $request->request->getString('intent');
        $pair = explode('>', $request->request->getString('pair'), 2);
        $span = Span::tryFrom($request->request->getString('span'));
        if (!isset($this->reading->job($stored)->intents[$intent]) || 2 !== \count($pair) || null === $span || !\in_array($span, self::observable(), true)) {
            $this->addFlash('error', 'Choose what you saw: '.implode(', ', array_map(static fn (Span $s): string => $s->word(), self::observable())).'.');
        } else {
            $this->em->persist(new Observation($stored, $intent, $pair[0], $pair[1], $span, mb_substr(trim($request->request->getString('note')), 0, 400), $this->user(), $this->clock->now()));
            $this->em->flush();
            $this->addFlash('done', 'Recorded.');
        }

        return $this->redirectToRoute('proof', ['slug' => $slug, 'intent' => $intent, 'pair' => implode('>', $pair)], Response::HTTP_SEE_OTHER);
    }

    #[Route('/job/{slug}/proof/intent', name: 'intent_add', methods: ['POST'])]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function add(string $slug, Request $request): Response
    {
        $stored = $this->stored($slug);
        $job = $this->reading->job($stored);
        $text = static fn (string $key): string => trim($request->request->getString($key));
        $parties = static fn (string $key): array => array_values(array_filter(array_map(trim(...), explode(',', $text($key))), static fn (string $p): bool => '' !== $p));
        $n = \count($job->intents) + 1;
        while (isset($job->intents['i-'.$n])) {
            ++$n;
        }
        $record = ['id' => 'i-'.$n, 'name' => '' === $text('name') ? 'i-'.$n : $text('name'), 'kind' => $text('kind'), 'from' => $parties('from'), 'to' => $parties('to')];
        if ('' !== $text('service')) {
            $record['service'] = $text('service');
        }
        $record['expect'] = $text('expect');

        return $this->change($stored, new ChangeSet('Added intent '.$record['name'], [new Edit(Collection::Intents, 'i-'.$n, null, $record)]), 'proof', ['intent' => 'i-'.$n]);
    }

    /**
     * @param InputBag<string>|InputBag<bool|float|int|string> $input
     *
     * @throws InvalidValue
     */
    private function typed(StoredJob $stored, InputBag $input): ChangeSet
    {
        return (new WhatIf($this->reading->job($stored)))->change($input->getString('on'), $input->getString('field'), $input->getString('value'));
    }

    /** @return array<string, array<string, Observation>> the last one for each intent and pair */
    private function observations(StoredJob $stored): array
    {
        /** @var list<Observation> $all */
        $all = $this->em->getRepository(Observation::class)->createQueryBuilder('o')->leftJoin('o.user', 'u')->addSelect('u')->where('o.job = :job')->setParameter('job', $stored)->orderBy('o.id')->getQuery()->getResult();
        $last = [];
        foreach ($all as $observation) {
            $last[$observation->getIntent()][$observation->getPair()] = $observation;
        }

        return $last;
    }

    /** @return list<Span> what a person can have seen */
    private static function observable(): array
    {
        return [Span::Through, Span::NotFound, Span::NoReply, Span::OneWay, Span::CannotSend, Span::TwoOwners, Span::Fades, Span::KeptApart, Span::Leak];
    }
}
