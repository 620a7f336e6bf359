namespace NeatBore.Server.Guard;

internal static class SecurityHeaders
{
    private const string Policy =
        "default-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data: blob:; object-src 'none'; base-uri 'none'; "
        + "frame-ancestors 'none'; form-action 'self'";

    /// <summary>Every answer allows the app itself and nothing else; set as it goes out, since an error's answer is begun anew.</summary>
    public static void UseSecurityHeaders(this IApplicationBuilder app) =>
        app.Use(
            (context, next) =>
            {
                context.Response.OnStarting(() =>
                {
                    var headers = context.Response.Headers;
                    // A picture's own is stricter still.
                    headers.TryAdd("Content-Security-Policy", Policy);
                    headers.XContentTypeOptions = "nosniff";
                    headers["Referrer-Policy"] = "no-referrer";
                    return Task.CompletedTask;
                });
                return next(context);
            }
        );
}
