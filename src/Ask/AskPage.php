<?php

declare(strict_types=1);

namespace Vorhut\App\Ask;

use Psr\Clock\ClockInterface;
use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Entity\AskLink;
use Vorhut\App\Entity\Role;
use Vorhut\App\Entity\User;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Plan\JobRoles;
use Vorhut\App\Web\LocalTime;
use Vorhut\App\Web\Sentence;
use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\Next;
use Vorhut\App\Web\View\Pages;
use Vorhut\App\Web\View\Post;
use Vorhut\App\Web\Words;
use Vorhut\Core\Ask\Answers;
use Vorhut\Core\Ask\AskItem;
use Vorhut\Core\Ask\AskSheet;

/** Shows who must say what, and what came back. */
final readonly class AskPage
{
    private const ON_A_PAGE = 200;

    public function __construct(
        private AskSheets $sheets,
        private AskLinks $links,
        private Security $security,
        private JobRoles $roles,
        private UrlGeneratorInterface $urls,
        private ClockInterface $clock,
    ) {}

    public function show(JobContext $context, string $newLink = '', int $page = 1): AskView
    {
        $sheet = $this->sheets->sheet($context);
        $mayAnswer = $this->security->isGranted('ROLE_TECHNICIAN');
        $pages = Pages::page(
            all: \count($sheet->items),
            size: self::ON_A_PAGE,
            page: $page,
            what: 'questions',
            url: fn (int $p): string => $this->url('ask', $context, ['page' => (string) $p]),
        );
        $shown = array_flip(array_column($pages->slice($this->inOrder($sheet)), 'id'));
        $asked = $this->asked($context, $sheet, $mayAnswer, $shown);

        return new AskView(
            summary: \sprintf(
                '%d of %d questions are open%s',
                \count($sheet->open()),
                \count($sheet->items),
                $this->dates($context, $sheet),
            ),
            next: $this->next($context, $sheet),
            asked: $asked,
            pages: $pages,
            links: array_map(fn (AskLink $l): array => $this->link($context, $l), $this->links->linksOf($context->stored)),
            actions: [
                new Link('All as CSV', $this->url('ask_csv', $context), 'c'),
                new Link('All as a workbook', $this->url('ask_xlsx', $context), 'x'),
                ...$mayAnswer ? [new Link('Import answers', $this->url('ask_back', $context), 'i')] : [],
            ],
            answerUrl: $mayAnswer ? $this->url('ask_answers', $context) : null,
            newLink: $newLink,
            version: $context->revision,
        );
    }

    /** What came back, compared with the plan. */
    public function answers(JobContext $context, AskSheet $sheet, Answers $answers, string $by): AnswersView
    {
        $refused = [];
        foreach ($answers->refused as $id => $error) {
            $item = $sheet->item($id);
            $refused[] = $this->question(
                $context,
                $item ?? throw new \LogicException($id),
                $answers->texts[$id],
                Sentence::ofValue($error),
            );
        }
        $texts = array_intersect_key($answers->texts, array_column($answers->filled, null, 'id'));

        return new AnswersView(
            summary: \sprintf(
                '%s for %s%s',
                Words::count(\count($answers->filled), 'answer'),
                Words::count(\count($answers->units()), 'device'),
                [] === $refused ? '' : \sprintf(', %d not accepted', \count($refused)),
            ),
            filled: array_map(static fn (AskItem $i): array => [
                'what' => $i->what,
                'was' => $i->answer,
                'answer' => $answers->texts[$i->id],
                'units' => $i->unitsSaid(),
                'opens' => implode(', ', $i->blocks),
            ], $answers->filled),
            refused: $refused,
            unknown: $answers->unknown,
            texts: $texts,
            by: $by,
            offer: $answers->change->fingerprint(),
            version: $context->revision,
            takeUrl: $this->url('ask_take', $context),
            previewUrl: $this->url('ask_answers', $context),
            leaveUrl: $this->url('ask', $context),
        );
    }

    public function letter(JobContext $context, AskSheet $sheet): LetterView
    {
        $zone = $context->stored->getTimezone();
        $info = $context->job->info;

        return new LetterView(
            job: $info->name,
            client: $info->client,
            today: LocalTime::day($this->clock->now(), $zone),
            neededBy: null === $sheet->neededBy ? '' : LocalTime::day(new \DateTimeImmutable($sheet->neededBy, $zone), $zone),
            visit: null === $info->visit->on ? '' : LocalTime::day(new \DateTimeImmutable($info->visit->on, $zone), $zone),
            asked: $this->asked($context, $sheet, false),
        );
    }

    public function today(JobContext $context): string
    {
        return $this->clock->now()->setTimezone($context->stored->getTimezone())->format('Y-m-d');
    }

    /** @return array<string, array<string, list<AskItem>>> by who is asked and by heading, those with something open first */
    private static function groups(AskSheet $sheet): array
    {
        $groups = $sheet->grouped();
        uasort($groups, static fn (array $a, array $b): int => self::isDone($a) <=> self::isDone($b));

        return $groups;
    }

    /** @param array<string, list<AskItem>> $blocks */
    private static function isDone(array $blocks): bool
    {
        return [] === array_filter(array_merge([], ...array_values($blocks)), static fn (AskItem $i): bool => $i->isOpen());
    }

    /** @return list<AskItem> */
    private function inOrder(AskSheet $sheet): array
    {
        $items = [];
        foreach (self::groups($sheet) as $blocks) {
            array_push($items, ...array_merge([], ...array_values($blocks)));
        }

        return $items;
    }

    /**
     * @param array<string, mixed>|null $shown ids of the questions that are shown; null: all
     *
     * @return list<AskedOfView> those with something open first
     */
    private function asked(JobContext $context, AskSheet $sheet, bool $mayAnswer, ?array $shown = null): array
    {
        $asked = [];
        $isShown = static fn (AskItem $i): bool => null === $shown || isset($shown[$i->id]);
        foreach (self::groups($sheet) as $who => $blocks) {
            $items = array_merge([], ...array_values($blocks));
            $open = array_filter($items, static fn (AskItem $i): bool => $i->isOpen());
            $blocks = array_map(static fn (array $block): array => array_values(array_filter($block, $isShown)), $blocks);
            $blocks = array_filter($blocks, static fn (array $block): bool => [] !== $block);
            $of = ['of' => $who];
            $question = fn (AskItem $i): QuestionView => $this->question($context, $i);
            $asked[] = new AskedOfView(
                who: ucfirst($items[0]->who->label()),
                id: $who,
                sum: [] === $open ? 'all answered' : \sprintf('%d of %d open', \count($open), \count($items)),
                isOverdue: [] !== $open && $sheet->isOverdue(reset($open), $this->today($context)),
                isDone: [] === $open,
                blocks: array_map(static fn (array $block): array => array_map($question, $block), $blocks),
                files: [
                    new Link('Letter (PDF)', $this->url('ask_pdf', $context, $of), spoken: ' to '.$items[0]->who->label()),
                    new Link('CSV', $this->url('ask_csv', $context, $of), spoken: ' for '.$items[0]->who->label()),
                    new Link('Workbook', $this->url('ask_xlsx', $context, $of), spoken: ' for '.$items[0]->who->label()),
                ],
                textUrl: $this->url('ask_text', $context, $of),
                link: $mayAnswer && $this->security->isGranted('ROLE_LEAD')
                    ? new Post('Create link', $this->url('ask_link', $context), $of, spoken: ' for '.$items[0]->who->label())
                    : null,
            );
        }

        return $asked;
    }

    private function question(JobContext $context, AskItem $item, string $typed = '', string $error = ''): QuestionView
    {
        $zone = $context->stored->getTimezone();
        $on = null === $item->on ? '' : LocalTime::date(new \DateTimeImmutable($item->on, $zone), $zone);

        return new QuestionView(
            id: $item->id,
            what: $item->what,
            units: self::isNamed($item) ? '' : $item->unitsSaid(),
            form: $item->form,
            ours: $item->ours,
            why: $item->why,
            waits: implode(', ', $item->blocks),
            answer: $item->answer,
            signed: implode(', ', array_filter([$item->by, $on], static fn (string $t): bool => '' !== $t)),
            isOpen: $item->isOpen(),
            mayAnswer: AskSheets::mayAnswer($item, $this->role($context)),
            typed: $typed,
            error: $error,
        );
    }

    /** Whether the question names its only unit itself. */
    private static function isNamed(AskItem $item): bool
    {
        return 1 === \count($item->units) && str_contains($item->what, $item->units[0]->name);
    }

    /** Of whoever looks; somebody outside answers with the rights of a lead, who gave the link. */
    private function role(JobContext $context): ?Role
    {
        $user = $this->security->getUser();

        return $user instanceof User ? $this->roles->roleOf($user, $context->stored->getSlug()) : Role::Lead;
    }

    private function dates(JobContext $context, AskSheet $sheet): string
    {
        if (null === $sheet->neededBy) {
            return '; the day on site is not set';
        }
        $zone = $context->stored->getTimezone();

        return \sprintf(', needed by %s', LocalTime::date(new \DateTimeImmutable($sheet->neededBy, $zone), $zone));
    }

    /** Whoever holds up most. */
    private function next(JobContext $context, AskSheet $sheet): ?Next
    {
        $max = null;
        $waiting = 0;
        foreach ($sheet->grouped() as $blocks) {
            $items = array_merge([], ...array_values($blocks));
            $holding = \count(array_filter($items, static fn (AskItem $i): bool => $i->isOpen() && [] !== $i->blocks));
            [$max, $waiting] = $holding > $waiting ? [$items[0]->who, $holding] : [$max, $waiting];
        }
        if (null === $max) {
            return null;
        }
        $isOverdue = $sheet->isOverdue($sheet->open()[0], $this->today($context));

        return new Next(
            \sprintf('%s: %s block work', ucfirst($max->label()), Words::count($waiting, 'open question')),
            $isOverdue
                ? 'The due date has passed: send a reminder.'
                : 'Send the letter, or a link to answer online.',
            new Link(
                $isOverdue ? 'Reminder (PDF)' : 'Letter (PDF)',
                $this->url('ask_pdf', $context, ['of' => $max->value]),
                't',
                main: true,
            ),
        );
    }

    /** @return array{text: string, take: Post|null} */
    private function link(JobContext $context, AskLink $link): array
    {
        $zone = $context->stored->getTimezone();
        $used = null === $link->getUsedAt() ? 'not opened yet' : 'last answer on '.LocalTime::short($link->getUsedAt(), $zone);
        $text = \sprintf('For %s, until %s, %s', $link->getWho()->label(), LocalTime::date($link->getUntil(), $zone), $used);
        $url = $this->urls->generate('ask_link_back', ['slug' => $context->stored->getSlug(), 'id' => $link->getId()]);

        return ['text' => $text, 'take' => $this->security->isGranted('ROLE_LEAD') ? new Post('Revoke link', $url, small: true) : null];
    }

    /** @param array<string, string> $more */
    private function url(string $route, JobContext $context, array $more = []): string
    {
        return $this->urls->generate($route, ['slug' => $context->stored->getSlug(), ...$more]);
    }
}
