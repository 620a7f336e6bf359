using Microsoft.AspNetCore.Http.Json;
using Microsoft.AspNetCore.RateLimiting;
using NeatBore.Core.Calculators;
using NeatBore.Plan;
using NeatBore.Server.Planning;

namespace NeatBore.Server.Calc;

/// <summary>The calculators, and what keeps searches apart.</summary>
internal static class CalcServices
{
    /// <summary>Names the limit of one search at a time.</summary>
    public const string OneSearch = "one search at a time";

    public static IServiceCollection AddCalc(this IServiceCollection services)
    {
        services.AddSingleton<IPlanner, PlanProcess>();
        services.AddSingleton(found => new CalculatorBook([
            .. CalculatorBook.Default.All,
            DayPlan.Calculator(found.GetRequiredService<IPlanner>()),
        ]));
        services.AddOptions<JsonOptions>().Configure<CalculatorBook>((http, book) => Json.Configured(http.SerializerOptions, book));
        return services.AddRateLimiter(limits =>
        {
            limits.RejectionStatusCode = StatusCodes.Status503ServiceUnavailable;
            limits.AddConcurrencyLimiter(OneSearch, search => (search.PermitLimit, search.QueueLimit) = (1, 0));
            limits.OnRejected = async (rejected, _) =>
            {
                rejected.HttpContext.Response.Headers.RetryAfter = "2";
                await TypedResults
                    .Problem("Another search is under way. Ask again in a moment.", statusCode: limits.RejectionStatusCode)
                    .ExecuteAsync(rejected.HttpContext);
            };
        });
    }
}
