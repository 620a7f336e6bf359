using Microsoft.Net.Http.Headers;

namespace NeatBore.Server.Pages;

/// <summary>The built front end: its one page, whatever its own address is, and what that page asks for.</summary>
internal static class FrontEnd
{
    /// <summary>What lies there is named by what is in it: under another name it is another.</summary>
    private const string Named = "/assets";

    private const string ForGood = "public, max-age=31536000, immutable";

    /// <summary>As it was published each file lies compressed beside itself; in a tree of sources it does not.</summary>
    private static bool Published(IWebHostEnvironment here, out string manifest)
    {
        manifest = Path.Combine(AppContext.BaseDirectory, $"{typeof(FrontEnd).Assembly.GetName().Name}.staticwebassets.endpoints.json");
        return File.Exists(manifest)
            && Path.TrimEndingDirectorySeparator(here.ContentRootPath) == Path.TrimEndingDirectorySeparator(AppContext.BaseDirectory);
    }

    /// <summary>Before what serves files.</summary>
    public static void UseFrontEnd(this WebApplication app)
    {
        app.Use(
            (context, next) =>
            {
                if (context.Request.Path.StartsWithSegments(Named))
                {
                    context.Response.OnStarting(() =>
                    {
                        if (context.Response.StatusCode is StatusCodes.Status200OK or StatusCodes.Status304NotModified)
                        {
                            context.Response.Headers[HeaderNames.CacheControl] = ForGood;
                        }

                        return Task.CompletedTask;
                    });
                }
                // No route of its own: a fallback route would answer for a method that an address does not take.
                else if (context.GetEndpoint() is null && IsPage(context.Request))
                {
                    context.Request.Path = "/index.html";
                    // It names what is to be asked for: it is looked at again each time.
                    context.Response.Headers[HeaderNames.CacheControl] = "no-cache";
                }

                return next(context);
            }
        );
        app.UseStaticFiles();
    }

    /// <summary>With the routes.</summary>
    public static void MapFrontEnd(this WebApplication app)
    {
        if (Published(app.Environment, out var manifest))
        {
            app.MapStaticAssets(manifest);
        }
    }

    private static bool IsPage(HttpRequest request) =>
        (HttpMethods.IsGet(request.Method) || HttpMethods.IsHead(request.Method))
        && !request.Path.StartsWithSegments("/api")
        && !request.Path.StartsWithSegments(Named)
        // A file lies at the root; further down a dot is an engine's, such as a Four 1.8.
        && (!Path.HasExtension(request.Path) || request.Path.Value!.LastIndexOf('/') > 0);
}
