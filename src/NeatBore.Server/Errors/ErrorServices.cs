namespace NeatBore.Server.Errors;

/// <summary>What is said where something can't be done.</summary>
internal static class ErrorServices
{
    public static IServiceCollection AddErrors(this IServiceCollection services) =>
        services
            .AddProblemDetails(problems =>
                problems.CustomizeProblemDetails = context =>
                    context.ProblemDetails.Detail ??= context.ProblemDetails.Status switch
                    {
                        404 => "There is no such address in this version of Neat Bore.",
                        405 => "This address does not take that method; /api/openapi/v1.json lists what it takes.",
                        415 => "Send the body in the type that this address takes, and say so in its Content-Type; /api/openapi/v1.json "
                            + "lists it.",
                        _ => null,
                    }
            )
            .AddExceptionHandler<ProblemHandler>()
            .AddSingleton<Outage>();
}
