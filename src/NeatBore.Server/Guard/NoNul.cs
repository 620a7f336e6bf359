namespace NeatBore.Server.Guard;

/// <summary>No text of the record may hold a null character, and none can be looked for by one.</summary>
internal static class NoNul
{
    public static void UseNoNul(this IApplicationBuilder app) =>
        app.Use(
            (context, next) =>
                context.Request.Path.Value?.Contains('\0', StringComparison.Ordinal) == true
                || context.Request.QueryString.Value?.Contains("%00", StringComparison.Ordinal) == true
                    ? Results
                        .Problem(statusCode: 400, title: "An address must not hold a null character (%00). Leave it out.")
                        .ExecuteAsync(context)
                    : next(context)
        );
}
