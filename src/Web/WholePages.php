<?php

declare(strict_types=1);

namespace Vorhut\App\Web;

use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpFoundation\RedirectResponse;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Event\ControllerEvent;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;

/** Leads who opens a part of a page by itself (a new tab, a reload, no script) to the page it is in. */
#[AsEventListener]
final readonly class WholePages
{
    public function __construct(private UrlGeneratorInterface $urls) {}

    public function __invoke(ControllerEvent $event): void
    {
        $request = $event->getRequest();
        $part = $event->getAttributes(PartOf::class)[0] ?? null;
        if (null === $part || $request->headers->has('HX-Request')) {
            return;
        }
        $parameters = ['slug' => $request->attributes->getString('slug')];
        foreach ($part->query as $from => $to) {
            $parameters[$to] = $request->attributes->getString($from, $request->query->getString($from));
        }
        $given = array_filter($parameters, static fn (string $value): bool => '' !== $value);
        $url = $this->urls->generate($part->page, $given);
        $event->setController(static fn (): Response => new RedirectResponse($url, Response::HTTP_SEE_OTHER));
    }
}
