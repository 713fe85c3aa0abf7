<?php

declare(strict_types=1);

namespace Vorhut\App\Web;

use Doctrine\DBAL\Exception\ConnectionException;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpKernel\Event\ExceptionEvent;
use Symfony\Component\HttpKernel\Exception\ServiceUnavailableHttpException;

/** A database that is away is no error of whoever asked: it is said, with when to try again. */
#[AsEventListener(priority: 100)]
final class DatabaseAway
{
    private const AGAIN_AFTER = 5;

    public function __invoke(ExceptionEvent $event): void
    {
        for ($e = $event->getThrowable(); null !== $e; $e = $e->getPrevious()) {
            if ($e instanceof ConnectionException) {
                $says = 'The database does not reply. Nothing was changed and nothing is lost: try again in a few seconds.';
                $event->setThrowable(new ServiceUnavailableHttpException(self::AGAIN_AFTER, $says, $e));

                return;
            }
        }
    }
}
