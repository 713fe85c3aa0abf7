<?php

declare(strict_types=1);

namespace Vorhut\Field\Words;

/** What a unit says when it does not do what it is told. */
final class WordRefused extends \RuntimeException {}
