<?php

declare(strict_types=1);

namespace Vorhut\Core\Profile;

use Vorhut\Core\Record\Field\Choice;
use Vorhut\Core\Record\Field\Flag;
use Vorhut\Core\Record\Field\Text;

/** One of the ways in which a unit's settings are entered, and how one is let in there. */
final readonly class Entrance
{
    public function __construct(
        #[Choice(WayIn::class, 'Access', required: true)]
        public WayIn $way,
        #[Choice(LoginScheme::class, 'Login', default: LoginScheme::None)]
        public LoginScheme $scheme,
        #[Text('Login instructions', max: 300, default: '')]
        public string $login,
        #[Flag('case-sensitive')]
        public bool $caseMatters,
        #[Flag('a certificate warning is expected')]
        public bool $warns,
        #[Text('Where the network is set', max: 200, default: '')]
        public string $path,
    ) {}
}
