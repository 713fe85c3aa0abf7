<?php

declare(strict_types=1);

namespace Vorhut\Field\Serve;

/** Answers requests made of lines, such as HTTP and RTSP, once a whole head has come. */
interface TextSpeaker
{
    /** Null while the request is not complete. */
    public function answer(string $received): ?string;
}
