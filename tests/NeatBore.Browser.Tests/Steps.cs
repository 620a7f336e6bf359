using OpenQA.Selenium;

namespace NeatBore.Browser.Tests;

/// <summary>What several stories do on their way.</summary>
internal static class Steps
{
    /// <summary>The places of a nose or a bore that are enough.</summary>
    public static readonly string[] Stations = ["s1-0", "s1-90", "s3-0", "s3-90"];

    /// <summary>Measured by hand, up to how it goes on.</summary>
    public static void Fitted(Builder builder, string address)
    {
        builder.Open(address);
        builder.GoOn("Begin: Balancer on");
        Ticks(builder, "clean");
        foreach (var (place, value) in Stations.Zip((string[])["34.021", "34.022", "34.019", "34.020"]))
        {
            builder.Read(place, value);
        }

        builder.Read("temperature", "16");
        builder.WaitForPlace("s1-0");
        builder.More("temperature", "24");
        foreach (var (place, value) in Stations.Zip((string[])["33.996", "33.998", "33.995", "33.997"]))
        {
            builder.Read(place, value);
        }

        builder.See("Fit it. Expect ");
        builder.GoOn("How it goes on");
    }

    public static void Ticks(Builder builder, params string[] places)
    {
        foreach (var place in places)
        {
            builder.Tick(place);
        }
    }
}
