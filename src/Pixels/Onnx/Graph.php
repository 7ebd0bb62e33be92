<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Onnx;

/** One of the project's graphs, ready to run: tensors in, one out. */
final class Graph
{
    private const FOLDER = __DIR__.'/../../../networks';
    private const ALL_OPTIMISATIONS = 99;

    private readonly Onnx $onnx;
    private readonly \FFI\CData $session;
    private readonly \FFI\CData $inputNames;
    private readonly \FFI\CData $outputNames;

    /** @var array<string, self> those that a process runs again and again, by name and threads: to load one takes as long as to run it */
    private static array $shared = [];

    /** @var list<\FFI\CData> never read by PHP, only kept from being freed */
    private array $kept = [];

    /**
     * @param string                 $name   of its file, without the ending
     * @param non-empty-list<string> $inputs their names
     * @param bool                   $isSparing gives back the memory of each run, which takes longer where pieces follow one another
     *
     * @throws OnnxFailed
     */
    public function __construct(string $name, array $inputs, string $output, int $threads = 1, bool $isSparing = false)
    {
        $this->onnx = Onnx::library();
        $options = $this->onnx->made('options');
        $this->onnx->call('optimise', $options, self::ALL_OPTIMISATIONS);
        $this->onnx->call('threads', $options, $threads);
        $this->onnx->call('branches', $options, 1);
        if ($isSparing) {
            $this->onnx->call('returnMemory', $options);
        }
        $this->session = $this->onnx->made('session', $this->onnx->environment, self::FOLDER.'/'.$name.'.onnx', $options);
        $this->onnx->release('freeOptions', $options);
        $this->inputNames = $this->names($inputs);
        $this->outputNames = $this->names([$output]);
    }

    /**
     * The same one for everybody in this process, kept for the next.
     *
     * @param non-empty-list<string> $inputs
     *
     * @throws OnnxFailed
     */
    public static function shared(string $name, array $inputs, string $output, int $threads = 1, bool $isSparing = false): self
    {
        return self::$shared["$name $threads"] ??= new self($name, $inputs, $output, $threads, $isSparing);
    }

    public function __destruct()
    {
        $this->onnx->release('freeSession', $this->session);
    }

    /**
     * @param list<Tensor> $inputs in the order of their names
     *
     * @throws OnnxFailed
     */
    public function run(array $inputs, Tensor $output): void
    {
        $given = $this->onnx->buffer('void*['.\count($inputs).']');
        foreach ($inputs as $i => $tensor) {
            $given[$i] = $tensor->handle;
        }
        $made = $this->onnx->buffer('void*[1]');
        $made[0] = $output->handle;
        $this->onnx->call('run', $this->session, null, $this->inputNames, $given, \count($inputs), $this->outputNames, 1, $made);
    }

    /** @param non-empty-list<string> $names */
    private function names(array $names): \FFI\CData
    {
        $array = $this->onnx->buffer('const char*['.\count($names).']');
        foreach ($names as $i => $name) {
            $this->kept[] = $buffer = $this->onnx->buffer('char['.(\strlen($name) + 1).']', $name);
            $array[$i] = $this->onnx->ffi->cast('const char*', $buffer);
        }

        return $array;
    }
}
