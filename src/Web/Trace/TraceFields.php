<?php

declare(strict_types=1);

namespace Snugfit\Web\Trace;

use Snugfit\Core\JsonReader;
use Snugfit\Core\MalformedJson;
use Snugfit\Core\Repair\EditList;
use Snugfit\Core\Repair\ImpossibleEdit;
use Snugfit\Core\Repair\Tracing;
use Snugfit\Core\Trace\ImpossibleTrace;
use Snugfit\Core\Trace\OutlineChange;
use Snugfit\Core\Trace\TraceSettings;
use Symfony\Component\Validator\Constraints as Assert;

/** One act in the trace room, as it is sent. */
final readonly class TraceFields
{
    private const ACTS = ['set', 'change', 'unchange', 'use'];

    /**
     * @param array<string, mixed> $settings those that change
     * @param array<string, mixed> $change   of a colour, or of the shape at a place
     */
    public function __construct(
        #[Assert\Choice(choices: self::ACTS, message: 'There is no such act.')] public string $act,
        public array $settings = [],
        public array $change = [],
        public bool $on = true,
    ) {
    }

    /**
     * @return array{EditList, string} what becomes of a list, and that in words
     *
     * @throws ImpossibleEdit|ImpossibleTrace|MalformedJson
     */
    public function into(EditList $edits): array
    {
        $line = $edits->tracingLine();
        $tracing = $line?->edit instanceof Tracing ? $line->edit : new Tracing();
        $isOn = $line->isOn ?? false;

        return match ($this->act) {
            'change' => [
                $edits->tracedBy(
                    $tracing->changedBy([...$tracing->changes, OutlineChange::fromRecord(JsonReader::of($this->change, 'a change'))]),
                    $isOn,
                ),
                'Changed a colour of the outlines',
            ],
            'unchange' => [$edits->tracedBy($tracing->changedBy([]), $isOn), 'Took back what was changed by hand'],
            'use' => [$edits->tracedBy($tracing, $this->on), $this->on ? 'Took the outlines' : 'Went back to pixels'],
            default => [
                $edits->tracedBy(new Tracing($this->settings($tracing->settings), $tracing->changes), $isOn),
                'Set the outlines',
            ],
        };
    }

    private function settings(TraceSettings $before): TraceSettings
    {
        $known = array_intersect_key($this->settings, ['pens' => false] + $before->toArray());
        if (\array_key_exists('detail', $known) && is_numeric($known['detail'])) {
            $known['detail'] = (int) round(100 * $known['detail']);
        }

        return TraceSettings::fromRecord(JsonReader::of([...$before->toArray(), ...$known], 'settings of outlines'));
    }
}
