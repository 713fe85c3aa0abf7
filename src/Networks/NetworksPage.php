<?php

declare(strict_types=1);

namespace Vorhut\App\Networks;

use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Jobs\JobInHand;
use Vorhut\App\Jobs\JobReading;
use Vorhut\App\Jobs\RecordsPage;
use Vorhut\App\Web\FindingLines;
use Vorhut\App\Web\Refusals;
use Vorhut\App\Web\View\FindingLine;
use Vorhut\App\Web\View\FormField;
use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\Pages;
use Vorhut\App\Web\View\Post;
use Vorhut\App\Web\Words;
use Vorhut\Core\Isolation;
use Vorhut\Core\Job\ExternalKind;
use Vorhut\Core\Job\FilterRule;
use Vorhut\Core\Job\Route;
use Vorhut\Core\Job\Router;
use Vorhut\Core\Job\RouterInterface;
use Vorhut\Core\Net\Service;
use Vorhut\Core\Proof\Crossings;

/** Shows segments, subnets and routers. */
final readonly class NetworksPage
{
    private const ON_A_PAGE = 20;
    private const NEW = 'new';

    public function __construct(
        private JobReading $reading,
        private FindingLines $findings,
        private RouterNotes $notes,
        private Security $security,
        private UrlGeneratorInterface $urls,
    ) {
    }

    /**
     * @param string $edit the segment whose form is open, "new" for one to be added
     * @param SegmentForm|null $typed what was typed and not taken
     * @param Refusals|null $refusals why not
     * @param string $finding the finding that is explained
     * @param string $from the segment from which the map tells what gets where, '' for none
     */
    public function show(
        JobInHand $hand,
        string $edit,
        string $finding = '',
        ?SegmentForm $typed = null,
        ?Refusals $refusals = null,
        string $from = '',
        int $page = 1,
    ): NetworksView {
        $lead = $this->security->isGranted('ROLE_LEAD');
        $digest = $this->reading->digest($hand->stored);
        $segment = $hand->job->segments[$edit] ?? null;
        $form = match (true) {
            null !== $typed => $this->form($hand, $typed, $refusals ?? Refusals::none()),
            null !== $segment => $this->form($hand, SegmentForm::of($hand->job, $segment), Refusals::none()),
            self::NEW === $edit => $this->form($hand, new SegmentForm(), Refusals::none()),
            default => null,
        };
        $pages = $this->pages($hand, null === $segment ? $from : $edit, $page);
        $nets = array_map(
            fn (Ruler $r): NetView => $this->net($hand, $r, $lead, $edit === $r->segment->id ? $form : null),
            Ruler::all($hand->job, $digest->findings, $pages->slice(array_values($hand->job->segments))),
        );
        $actions = [
            new Link('Sweep', $this->url('sweep', $hand), 's'),
            new Link('Cables', $this->url('cables', $hand), 'c'),
        ];
        if ($lead) {
            $actions[] = new Link('Add segment', $this->url('networks', $hand, ['edit' => self::NEW]), 'n');
            $actions[] = new Link('Add router', $this->url('record', $hand, ['list' => 'routers', 'id' => RecordsPage::NEW]), 'r');
        }
        $first = new Link('Add the first segment', $this->url('networks', $hand, ['edit' => self::NEW]), main: true);

        return new NetworksView(
            \sprintf('%s, %s · drawn from the plan', Words::count($digest->segments, 'segment'), Words::count($digest->devices, 'device')),
            $actions,
            $nets,
            $pages,
            $this->routers($hand, $lead),
            self::NEW === $edit ? $form : null,
            $lead && self::NEW !== $edit ? $first : null,
            $this->finding($hand, $finding),
            [] === $hand->job->segments ? null : Isolation::run('The map of networks', fn (): NetMap => $this->map($hand, $from)),
            $this->url('networks', $hand, ['from' => '']),
            $this->url('networks', $hand).'#router-',
            isset($hand->job->segments[$from])
                ? \sprintf('A rightly set up unit in %s pings one in each other segment.', $hand->job->segments[$from]->name)
                : 'Choose a segment to see what gets where from there.',
        );
    }

    /** @param string $shown the segment that is looked at: the page is the one on which it stands */
    private function pages(JobInHand $hand, string $shown, int $page): Pages
    {
        $at = array_search($shown, array_map(strval(...), array_keys($hand->job->segments)), true);

        return Pages::of(
            \count($hand->job->segments),
            self::ON_A_PAGE,
            \is_int($at) ? Pages::with($at, self::ON_A_PAGE) : $page,
            'segments',
            fn (int $p): string => $this->url('networks', $hand, ['page' => (string) $p]),
        );
    }

    private function map(JobInHand $hand, string $from): NetMap
    {
        $lanes = \array_slice(array_map(strval(...), array_keys($hand->job->segments)), 0, NetMap::MOST_LANES);
        $chosen = isset($hand->job->segments[$from]) ? $from : '';
        $crossings = '' === $chosen ? [] : Crossings::of($hand->job, $from, $lanes, Service::fromString('icmp'));

        return NetMap::of($hand->job, $chosen, $crossings);
    }

    private function net(JobInHand $hand, Ruler $ruler, bool $lead, ?SegmentFormView $form): NetView
    {
        $segment = $ruler->segment;

        return new NetView(
            $segment->id,
            $segment->name,
            implode(' · ', [
                ...(null === $segment->vlan ? [] : ['VLAN '.$segment->vlan]),
                ...(null === $segment->external->kind ? [] : ['leads to '.$segment->external->kind->label()]),
            ]),
            null === $ruler->subnet ? '' : (string) $ruler->subnet->prefix,
            $ruler->note,
            $lead ? $this->url('networks', $hand, ['edit' => $segment->id]).'#'.$segment->id : null,
            $form,
            null === $ruler->subnet ? null : $ruler,
            $this->url('devices', $hand, ['sel' => '']),
            $this->url('networks', $hand, ['finding' => '']),
        );
    }

    private function form(JobInHand $hand, SegmentForm $form, Refusals $refusals): SegmentFormView
    {
        $routers = ['' => 'none'];
        foreach ($hand->job->routers as $router) {
            $routers[$router->id] = $router->name;
        }
        $routers['+'] = 'a new one';
        $fields = [
            new FormField('name', 'Name', $form->name, required: true, more: ['maxlength' => 120, 'autofocus' => true]),
            new FormField('vlan', 'VLAN', $form->vlan, technical: true, more: ['inputmode' => 'numeric']),
            new FormField('prefix', 'Prefix', $form->prefix, technical: true, placeholder: '10.47.10.0/24'),
            new FormField('gateway', 'Gateway', $form->gateway, technical: true),
            new FormField('dhcp', 'Leased ranges', $form->dhcp, technical: true, placeholder: '10.47.10.100-10.47.10.199'),
            new FormField('reserved', 'Reserved ranges', $form->reserved, technical: true),
            new FormField('dns', 'DNS', $form->dns, technical: true),
            new FormField('ntp', 'Time servers', $form->ntp, technical: true),
        ];
        $router = null === $form->id && [] === $hand->job->routers ? '+' : $form->router;
        if (null === $form->id && 1 === \count($hand->job->routers) && $refusals->isEmpty()) {
            $router = (string) array_key_first($hand->job->routers);
        }
        $fields[] = new FormField('router', 'Router here', $router, 'select', options: $routers);
        $beyond = ['' => 'nothing outside the plan'] + array_combine(
            array_column(ExternalKind::cases(), 'value'),
            array_map(static fn (ExternalKind $k): string => $k->label(), ExternalKind::cases()),
        );
        $fields[] = new FormField('external', 'Leads to', $form->external, 'select', options: $beyond);
        $fields[] = new FormField('snooping', 'switches snoop multicast', $form->snooping ? '1' : '', 'check');
        $fields[] = new FormField('querier', 'a switch or router asks for members (querier)', $form->querier ? '1' : '', 'check');

        return new SegmentFormView(
            $this->url('segment_save', $hand),
            $refusals->at($fields),
            $refusals->above,
            ['id' => (string) $form->id, 'version' => $hand->revision],
            $this->url('networks', $hand),
            null === $form->id || !isset($hand->job->segments[$form->id]) ? null : new Link(
                'More subnets, everything else',
                $this->url('record', $hand, ['list' => 'segments', 'id' => $form->id]),
            ),
            null === $form->id || !isset($hand->job->segments[$form->id]) ? null : new Post(
                'remove this segment',
                $this->url('segment_remove', $hand, ['id' => $form->id]),
                ['version' => $hand->revision],
                small: true,
            ),
        );
    }

    /** @return list<RouterView> the first is changed by a key */
    private function routers(JobInHand $hand, bool $lead): array
    {
        $views = [];
        foreach ($hand->job->routers as $router) {
            $views[] = $this->router($hand, $router, $lead, [] === $views ? 'e' : '');
        }

        return $views;
    }

    private function router(JobInHand $hand, Router $router, bool $lead, string $key): RouterView
    {
        $notes = $this->notes->of($hand, $router);
        $edit = $this->url('record', $hand, ['list' => 'routers', 'id' => $router->id]);
        $rule = static fn (FilterRule $r, string $decides): array => ['line' => (string) $r, 'decides' => $decides];

        return new RouterView(
            $router->id,
            $router->name,
            array_map(static fn (RouterInterface $i): array => [
                'segment' => $hand->job->segments[$i->segment]->name,
                'address' => (string) $i->address,
                'does' => implode(', ', array_keys(array_filter([
                    'routes multicast' => $i->multicast,
                    'relays multicast DNS' => $i->mdnsRelay,
                    'masquerades' => $i->masquerade,
                    'answers ARP for what lies behind' => $i->proxyArp,
                    'relays DHCP' => null !== $i->relay,
                ]))),
            ], $router->interfaces),
            array_map($rule, $router->rules, $notes['rules']),
            ['line' => 'then '.$router->defaultAction->value, 'decides' => $notes['otherwise']],
            array_map(static fn (Route $r, string $n): array => [
                'line' => $r->to.' by '.$r->via,
                'decides' => $n,
            ], $router->routes, $notes['routes']),
            $lead ? new Link('edit', $edit, $key, ' '.$router->name) : null,
        );
    }

    private function finding(JobInHand $hand, string $wanted): ?FindingLine
    {
        $digest = $this->reading->digest($hand->stored);
        $finding = $digest->finding($wanted) ?? ($digest->findingsAt('networks')[0] ?? null);

        return null === $finding ? null : $this->findings->of($hand, $finding, 'networks', 'a');
    }

    /** @param array<string, string> $more */
    private function url(string $route, JobInHand $hand, array $more = []): string
    {
        return $this->urls->generate($route, ['slug' => $hand->stored->getSlug(), ...$more]);
    }
}
