<?php

declare(strict_types=1);

/*
 * Writes the configuration of web server, PHP and supervisor for one start of the shop.
 * Usage: configure.php PROJECT RUN-FOLDER HOST PORT WORKERS SCHEME PROXY
 */

require __DIR__.'/programs.php';

[, $root, $run, $host, $port, $workers, $scheme, $proxy] = $argv;
$listen = (str_contains($host, ':') ? "[$host]" : $host).":$port";
if ('' !== $proxy && false === filter_var($proxy, \FILTER_VALIDATE_IP)) {
    fwrite(\STDERR, "--behind-proxy takes the proxy's address, like 192.0.2.7.\n");
    exit(1);
}
$tls = 'https' === $scheme
    ? "ssl_certificate $run/tls/cert.pem; ssl_certificate_key $run/tls/key.pem; ssl_protocols TLSv1.2 TLSv1.3;\n"
        .'        add_header Strict-Transport-Security "max-age=31536000" always;'
    : '';
// Who it is that asks, the proxy tells; nobody else may ask at all.
$through = '' === $proxy
    ? ''
    : "set_real_ip_from $proxy; real_ip_header X-Forwarded-For; if (\$realip_remote_addr != \"$proxy\") { return 403; }";
$https = match (true) {
    'https' === $scheme => 'on',
    '' !== $proxy => '$shop_https',
    default => 'off',
};
$root = (string) realpath($root);
$data = dirname($run);
$isRoot = 0 === posix_geteuid();

$nginx = <<<CONF
    daemon off;
    worker_processes 1;
    pid $run/nginx.pid;
    error_log $run/nginx-error.log warn;
    %s
    events { worker_connections 256; }
    http {
        types { text/css css; text/javascript js; image/svg+xml svg; font/woff2 woff2; application/json json; }
        default_type application/octet-stream;
        access_log off;
        server_tokens off;
        sendfile on;
        gzip on;
        gzip_types text/css text/javascript image/svg+xml;
        client_body_temp_path $run/nginx-body;
        fastcgi_temp_path $run/nginx-fastcgi;
        proxy_temp_path $run/nginx-proxy;
        uwsgi_temp_path $run/nginx-uwsgi;
        scgi_temp_path $run/nginx-scgi;
        client_max_body_size 16m;
        client_body_buffer_size 1m;
        map \$http_x_forwarded_proto \$shop_https { default off; https on; }
        # Guessing passwords is slow before it costs anything.
        limit_req_zone \$binary_remote_addr zone=sign-in:1m rate=30r/m;
        limit_req_status 429;
        limit_req_log_level info;
        server {
            listen $listen %s;
            $tls
            $through
            root $root/public;
            location = /sign-in { limit_req zone=sign-in burst=10 nodelay; fastcgi_pass unix:$run/php.sock; include $run/fastcgi.conf; }
            # Files that scripts send, as they come.
            location /api/ {
                client_max_body_size 520m;
                fastcgi_request_buffering off;
                fastcgi_pass unix:$run/php.sock;
                fastcgi_read_timeout 3600;
                fastcgi_max_temp_file_size 0;
                include $run/fastcgi.conf;
            }
            location /build/ { expires 1y; add_header Cache-Control "public, immutable"; add_header X-Content-Type-Options nosniff; }
            location /images/ { expires 1d; add_header X-Content-Type-Options nosniff; }
            # Files of the shop, sent by the web server once PHP has allowed it.
            location /.files/ { internal; alias $data/files/; }
            location / {
                fastcgi_pass unix:$run/php.sock;
                fastcgi_read_timeout 3600;
                fastcgi_buffer_size 32k;
                fastcgi_buffers 16 32k;
                fastcgi_max_temp_file_size 0;
                include $run/fastcgi.conf;
            }
        }
    }
    CONF;

$fastcgi = <<<CONF
    fastcgi_param SCRIPT_FILENAME $root/public/index.php;
    fastcgi_param SCRIPT_NAME /index.php;
    fastcgi_param DOCUMENT_ROOT $root/public;
    fastcgi_param REQUEST_URI \$request_uri;
    fastcgi_param QUERY_STRING \$query_string;
    fastcgi_param REQUEST_METHOD \$request_method;
    fastcgi_param CONTENT_TYPE \$content_type;
    fastcgi_param CONTENT_LENGTH \$content_length;
    fastcgi_param SERVER_PROTOCOL \$server_protocol;
    fastcgi_param SERVER_NAME \$host;
    fastcgi_param SERVER_PORT \$server_port;
    fastcgi_param SERVER_ADDR \$server_addr;
    fastcgi_param REMOTE_ADDR \$remote_addr;
    fastcgi_param HTTP_X_SENDFILE_TYPE X-Accel-Redirect;
    fastcgi_param HTTP_X_ACCEL_MAPPING $data/files/=/.files/;
    fastcgi_param HTTPS $https;
    # What only a proxy that is known may say is not passed on: PHP takes its word from what stands above.
    fastcgi_param HTTP_PROXY "";
    fastcgi_param HTTP_X_FORWARDED_FOR "";
    fastcgi_param HTTP_X_FORWARDED_HOST "";
    fastcgi_param HTTP_X_FORWARDED_PROTO "";
    CONF;

$pool = <<<CONF
    [global]
    error_log = $run/php.log
    daemonize = no
    [shop]
    listen = $run/php.sock
    %s
    pm = ondemand
    pm.max_children = 12
    pm.process_idle_timeout = 60s
    clear_env = no
    env[SNUGFIT_PROCESSES] = $run/processes.sock
    catch_workers_output = yes
    php_admin_value[memory_limit] = 512M
    php_admin_value[max_execution_time] = 300
    php_admin_value[post_max_size] = 16M
    php_admin_flag[display_errors] = off
    php_admin_flag[expose_php] = off
    php_admin_value[error_log] = $run/php.log
    php_admin_value[opcache.validate_timestamps] = 1
    php_admin_value[opcache.revalidate_freq] = 0
    php_admin_value[ffi.enable] = preload
    CONF;

$phpFpm = glob('/usr/sbin/php-fpm8.*')[0] ?? '/usr/sbin/php-fpm';
$programs = [
    'web' => [1, "/usr/sbin/nginx -p $run/ -c $run/nginx.conf"],
    'php' => [1, "$phpFpm -F".($isRoot ? ' -R' : '')." -y $run/php-fpm.conf"],
    // Keeps processes ready for the pixel work that pages wait for.
    'processes' => [1, \PHP_BINARY." $root/bin/console shop:processes $run/processes.sock --quiet"],
    // Takes in what workers answer; the only one beside the pages that writes to the shop's data.
    'host' => [1, consume($root, 'answers')],
    // Reads slowly what is kept.
    'keeper' => [1, \PHP_BINARY." $root/bin/console shop:keeper --quiet"],
    'quick' => [2, consume($root, 'quick')],
    'heavy' => [1, consume($root, 'heavy')],
    'press' => [(int) $workers, consume($root, 'press')],
];
if ('' !== (string) getenv('SNUGFIT_QUEUE')) {
    // Between the shop's files and those that machines exchange.
    $programs['carry'] = [2, consume($root, 'carry')];
}

$files = [
    'nginx.conf' => sprintf($nginx, $isRoot ? 'user root;' : '', 'https' === $scheme ? 'ssl' : ''),
    'fastcgi.conf' => $fastcgi,
    'php-fpm.conf' => sprintf($pool, $isRoot ? "user = root\n    group = root\n    listen.mode = 0600" : 'listen.mode = 0600'),
    'supervisord.conf' => supervisor($root, $run, $programs),
];
writeFiles($run, $files);
notePrograms($run, $programs);
