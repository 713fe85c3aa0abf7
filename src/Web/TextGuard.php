<?php

declare(strict_types=1);

namespace Vorhut\App\Web;

use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpFoundation\InputBag;
use Symfony\Component\HttpKernel\Event\RequestEvent;
use Symfony\Component\HttpKernel\Exception\BadRequestHttpException;

/** Text that is no UTF-8 (RFC 3629) is refused before anything is made of it; files may have other encodings and are read with care. */
#[AsEventListener(priority: 200)]
final class TextGuard
{
    public function __invoke(RequestEvent $event): void
    {
        if (!$event->isMainRequest()) {
            return;
        }
        $request = $event->getRequest();
        $typed = ['address' => rawurldecode($request->getPathInfo())];
        foreach ([$request->query, $request->request] as $bag) {
            /** @var InputBag<bool|float|int|string> $bag */
            $typed += $bag->all();
        }
        array_walk_recursive($typed, static function (mixed $value, int|string $name): void {
            if (\is_string($value) && !mb_check_encoding($value, 'UTF-8')) {
                $field = mb_scrub((string) $name);
                $says = 'What was given as "%s" is no UTF-8 text. Type it again, and send it once more.';
                throw new BadRequestHttpException(\sprintf($says, $field));
            }
        });
    }
}
