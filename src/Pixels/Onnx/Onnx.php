<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Onnx;

/**
 * The ONNX Runtime library's C interface, called by FFI. It is a table of functions in a fixed order, which only grows;
 * each is named here by its place in onnxruntime_c_api.h, version 12 of the interface. Only Graph and Tensor use it.
 */
final class Onnx
{
    private const VERSION = 12;

    private const HEADER = <<<'C'
        typedef struct { void *slot[102]; } Table;
        typedef struct { const Table *(*table)(uint32_t version); const char *(*version)(void); } Base;
        const Base *OrtGetApiBase(void);
        typedef const char *(*message)(void *status);
        typedef void *(*environment)(int level, const char *name, void **out);
        typedef void *(*session)(void *environment, const char *path, void *options, void **out);
        typedef void *(*run)(
            void *session, void *options, const char **in, void **inputs, size_t n, const char **out, size_t m, void **outputs
        );
        typedef void *(*options)(void **out);
        typedef void *(*turn)(void *options);
        typedef void *(*set)(void *options, int value);
        typedef void *(*tensor)(void *memory, void *data, size_t length, const int64_t *shape, size_t rank, int type, void **out);
        typedef void *(*memory)(int allocator, int type, void **out);
        typedef void (*release)(void *thing);
        C;

    /** Name => place in the table and type. */
    private const FUNCTIONS = [
        'message' => [2, 'message'],
        'environment' => [3, 'environment'],
        'session' => [7, 'session'],
        'run' => [9, 'run'],
        'options' => [10, 'options'],
        'returnMemory' => [19, 'turn'],
        'optimise' => [23, 'set'],
        'threads' => [24, 'set'],
        'branches' => [25, 'set'],
        'tensor' => [49, 'tensor'],
        'memory' => [69, 'memory'],
        'freeStatus' => [93, 'release'],
        'freeSession' => [95, 'release'],
        'freeTensor' => [96, 'release'],
        'freeOptions' => [100, 'release'],
    ];

    private static ?self $loaded = null;

    /** @var array<string, \Closure|\FFI\CData> */
    private array $functions = [];
    public readonly \FFI\CData $environment;
    public readonly \FFI\CData $memory;
    public readonly string $version;

    private function __construct(public readonly \FFI $ffi)
    {
        $base = $ffi->OrtGetApiBase();
        $this->version = ($base->version)();
        $table = ($base->table)(self::VERSION)[0];
        foreach (self::FUNCTIONS as $name => [$place, $type]) {
            $this->functions[$name] = $ffi->cast($type, $table->slot[$place]);
        }
        // 3: errors alone are told. The default allocator, for tensors in this process's own memory.
        $this->environment = $this->made('environment', 3, 'snugfit');
        $this->memory = $this->made('memory', 0, 0);
    }

    /** @throws OnnxFailed where the library is not there */
    public static function library(): self
    {
        if (null === self::$loaded) {
            $path = self::path();
            if (!is_file($path)) {
                throw OnnxFailed::missing();
            }
            self::$loaded = new self(\FFI::cdef(self::HEADER, $path));
        }

        return self::$loaded;
    }

    private static function path(): string
    {
        $machine = 'aarch64' === php_uname('m') ? 'arm64' : 'x64';

        return \dirname(__DIR__, 3)."/node_modules/onnxruntime-node/bin/napi-v6/linux/$machine/libonnxruntime.so.1";
    }

    /** Memory of this process's own, in C's words: "float[4]". Filled with what is given, if anything. */
    public function buffer(string $type, string $bytes = ''): \FFI\CData
    {
        $buffer = $this->ffi->new($type) ?? throw OnnxFailed::at('buffer', $type);
        \FFI::memcpy($buffer, $bytes, \strlen($bytes));

        return $buffer;
    }

    /** @throws OnnxFailed */
    public function call(string $function, mixed ...$arguments): void
    {
        $status = $this->functions[$function](...$arguments);
        if (null !== $status) {
            $message = $this->functions['message']($status);
            $this->functions['freeStatus']($status);
            throw OnnxFailed::at($function, \is_string($message) ? $message : '');
        }
    }

    /** What a function hands back through its last argument. */
    public function made(string $function, mixed ...$arguments): \FFI\CData
    {
        $out = $this->buffer('void*[1]');
        $this->call($function, ...$arguments, ...[$out]);

        return $out[0];
    }

    public function release(string $function, \FFI\CData $thing): void
    {
        $this->functions[$function]($thing);
    }
}
