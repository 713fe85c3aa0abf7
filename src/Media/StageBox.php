<?php

declare(strict_types=1);

namespace Vorhut\App\Media;

/** One stage of a chain as it is drawn. */
final readonly class StageBox
{
    /**
     * @param string $url of its unit; '' for none
     * @param bool $isApart whether it runs at another rate than what comes before
     * @param string $returned what comes back from it, where it is sent out and returned
     * @param bool $isShort whether less comes back than was sent, or fewer channels get through than must
     */
    public function __construct(
        public string $name,
        public string $url,
        public string $does,
        public string $rate,
        public string $clock,
        public string $channels,
        public string $ms,
        public bool $isApart,
        public string $returned,
        public bool $isShort,
    ) {}
}
