<?php

declare(strict_types=1);

namespace Vorhut\App\Web;

use Psr\Log\LoggerInterface;
use Symfony\Component\Console\ConsoleEvents;
use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpKernel\KernelEvents;
use Vorhut\Core\Isolation;

/** Writes into the log which part of a page failed. Where errors are shown instead (development, tests), they stay errors. */
#[AsEventListener(KernelEvents::REQUEST, priority: 1024)]
#[AsEventListener(ConsoleEvents::COMMAND, priority: 1024)]
final readonly class FailedParts
{
    public function __construct(private LoggerInterface $logger, #[Autowire('%kernel.debug%')] private bool $isDebug) {}

    public function __invoke(): void
    {
        Isolation::reportTo($this->isDebug ? null : function (string $part, \Throwable $e): void {
            $this->logger->error('{part} failed: {message}', ['part' => $part, 'message' => $e->getMessage(), 'exception' => $e]);
        });
    }
}
