using System.Net;
using Microsoft.AspNetCore.Http.Metadata;
using Microsoft.Net.Http.Headers;

namespace NeatBore.Server.Guard;

/// <summary>Keeps other sites' pages out: a browser at the bench shows those too, and they can send to this address.</summary>
/// <remarks>
/// The host must be one that the app was started for, against names that are pointed here afterwards. What is read from /api and what is
/// written must come from this origin (Fetch Metadata, W3C; Origin, RFC 6454), and a write names a type that a form of another page
/// can't send. A script at the machine sends neither header, and is taken.
/// </remarks>
internal static class OwnPagesOnly
{
    /// <param name="app">Goes after routing, which it asks what an address takes.</param>
    /// <param name="hosts">Names beside loopback's that the app answers to, without a port.</param>
    public static void UseOwnPagesOnly(this IApplicationBuilder app, IReadOnlyCollection<string> hosts) =>
        app.Use((context, next) => Refusal(context, hosts) is { } refused ? refused.ExecuteAsync(context) : next(context));

    private static IResult? Refusal(HttpContext context, IReadOnlyCollection<string> hosts)
    {
        var request = context.Request;
        if (!IsOwn(request.Host, hosts))
        {
            return Results.Problem(
                statusCode: 400,
                title: $"Neat Bore does not answer to the host “{request.Host.Host}”.",
                detail: "Open it at 127.0.0.1 or localhost, or name the host when it is started: ./start --host NAME"
            );
        }

        if (HttpMethods.IsGet(request.Method) || HttpMethods.IsHead(request.Method) || HttpMethods.IsOptions(request.Method))
        {
            return request.Path.StartsWithSegments("/api") && IsFromElsewhere(request)
                ? Results.Problem(
                    statusCode: 403,
                    title: "This was asked for by another site’s page.",
                    detail: $"Only Neat Bore’s own pages at {request.Scheme}://{request.Host} read from /api, and scripts, which send no "
                        + $"Sec-Fetch-Site."
                )
                : null;
        }

        if (IsForeign(request))
        {
            return Results.Problem(
                statusCode: 403,
                title: "This was sent from another site’s page.",
                detail: $"Only Neat Bore’s own pages at {request.Scheme}://{request.Host} may write, and scripts, which send "
                    + $"neither Origin nor Sec-Fetch-Site."
            );
        }

        var takes = context.GetEndpoint()?.Metadata.GetMetadata<IAcceptsMetadata>()?.ContentTypes;
        return takes is null || takes.Any(t => IsOf(request.ContentType, t))
            ? null
            : Results.Problem(
                statusCode: 415,
                title: $"This address does not take "
                    + $"{(string.IsNullOrEmpty(request.ContentType) ? "a body without a Content-Type" : request.ContentType)}.",
                detail: $"Send the body as {string.Join(", ", takes)}, and say so in its Content-Type."
            );
    }

    private static bool IsOwn(HostString host, IReadOnlyCollection<string> hosts) =>
        string.Equals(host.Host, "localhost", StringComparison.OrdinalIgnoreCase)
        || (IPAddress.TryParse(host.Host.Trim('[', ']'), out var address) && IPAddress.IsLoopback(address))
        || hosts.Contains(host.Host, StringComparer.OrdinalIgnoreCase);

    private static bool IsForeign(HttpRequest request) =>
        (
            request.Headers.TryGetValue(HeaderNames.Origin, out var origin)
            && !string.Equals(origin, $"{request.Scheme}://{request.Host}", StringComparison.OrdinalIgnoreCase)
        ) || IsFromElsewhere(request);

    private static bool IsFromElsewhere(HttpRequest request) =>
        request.Headers.TryGetValue("Sec-Fetch-Site", out var site) && site.ToString() is not ("same-origin" or "none");

    private static bool IsOf(string? sent, string type) =>
        MediaTypeHeaderValue.TryParse(sent, out var media)
        && string.Equals(media.MediaType.Value, type, StringComparison.OrdinalIgnoreCase);
}
